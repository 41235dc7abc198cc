import { chromium, type Browser } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER, BROWSER_ARGS } from './browser';

/** Another machine in the same network, as far as this one can be two. */
export interface OtherHost {
  /** Address of this machine as the other one sees it. */
  readonly address: string;
  /** Whether it has a network of its own; otherwise it is this machine under another address. */
  readonly apart: boolean;
  /** Lets browsers there trust an authority. @param certificate as PEM */
  trust(certificate: string): void;
  /** A browser there, with its own store of what is trusted. */
  browser(): Promise<Browser>;
  end(): void;
}

const run = (program: string, ...args: readonly string[]): void => void execFileSync(program, args, { stdio: 'pipe' });

/** A network of its own for the other host; undefined where this user may not make one. */
function namespace(): { readonly address: string; readonly name: string } | undefined {
  const name = `variatum-${process.pid}`;
  const [third, fourth] = [process.pid % 250, 4 * (Math.floor(process.pid / 250) % 60)];
  const [here, there] = [`10.231.${third}.${fourth + 1}`, `10.231.${third}.${fourth + 2}`];
  const link = `va${process.pid}`;
  try {
    run('ip', 'netns', 'add', name);
    run('ip', 'link', 'add', link, 'type', 'veth', 'peer', 'name', 'eth0', 'netns', name);
    run('ip', 'addr', 'add', `${here}/30`, 'dev', link);
    run('ip', 'link', 'set', link, 'up');
    for (const of of [
      ['addr', 'add', `${there}/30`, 'dev', 'eth0'],
      ['link', 'set', 'eth0', 'up'],
      ['link', 'set', 'lo', 'up'],
    ])
      run('ip', '-n', name, ...of);
    return { address: here, name };
  } catch {
    try {
      run('ip', 'netns', 'delete', name);
    } catch {
      // It was not made.
    }
    return undefined;
  }
}

/** Sets another host up; where networks may not be made, another loopback address stands in for it. */
export function otherHost(): OtherHost {
  const own = namespace();
  const home = mkdtempSync(join(tmpdir(), 'variatum-other-host-'));
  const program = join(home, 'chromium');
  writeFileSync(program, `#!/bin/sh\nexec ${own ? `ip netns exec ${own.name} ` : ''}${BROWSER} "$@"\n`);
  chmodSync(program, 0o755);
  const store = join(home, '.pki/nssdb');
  mkdirSync(store, { recursive: true });
  run('certutil', '-d', `sql:${store}`, '-N', '--empty-password');
  return {
    address: own?.address ?? '127.0.0.2',
    apart: own !== undefined,
    trust: (certificate) => {
      const file = join(home, 'authority.crt');
      writeFileSync(file, certificate);
      run('certutil', '-d', `sql:${store}`, '-A', '-t', 'C,,', '-n', 'variatum', '-i', file);
    },
    browser: () =>
      chromium.launch({
        executablePath: program,
        args: [...BROWSER_ARGS],
        env: { ...process.env, HOME: home, XDG_DATA_HOME: '' },
      }),
    end: () => {
      if (own) run('ip', 'netns', 'delete', own.name);
      rmSync(home, { recursive: true, force: true });
    },
  };
}
