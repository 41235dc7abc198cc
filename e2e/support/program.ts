import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync, chmodSync } from 'node:fs';
import { join, resolve } from 'node:path';

const ROOT = resolve(import.meta.dirname, '../..');

/** The whole program as a person starts it: launcher, database and server. */
export interface Program {
  readonly url: string;
  readonly dataDirectory: string;
  /** What it printed when it was started. */
  readonly printed: () => string;
  /** Process of the launcher. */
  readonly pid: number;
  /** Ends it as Ctrl-C does. */
  stop(): Promise<void>;
  /** Ends it as a power cut does: nothing is told, the database is left running. */
  kill(): Promise<void>;
}

/** A data directory the database's own user can enter. */
export function newDataDirectory(): string {
  const directory = mkdtempSync(join('/var/tmp', 'variatum-e2e-'));
  chmodSync(directory, 0o755);
  return directory;
}

/** Removes a data directory. */
export function removeDataDirectory(directory: string): void {
  rmSync(directory, { recursive: true, force: true });
}

/**
 * Starts the program and waits for the address it prints.
 * @param command `demo` or `start`
 * @param environment added to that of the test
 * @param more flags
 */
export async function startProgram(
  command: 'demo' | 'start',
  dataDirectory: string,
  port?: number,
  environment: Readonly<Record<string, string>> = {},
  more: readonly string[] = [],
): Promise<Program> {
  const args = [join(ROOT, 'dist/launch.mjs'), command, '--data-dir', dataDirectory, ...more];
  if (port !== undefined) args.push('--port', String(port));
  const child: ChildProcess = spawn('node', args, {
    cwd: ROOT,
    env: { ...process.env, ...environment },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<void>((done) => child.on('close', () => done()));
  let text = '';
  const url = await new Promise<string>((done, fail) => {
    child.stdout?.on('data', (chunk: Buffer) => {
      text += chunk.toString();
      const found = /http:\/\/[\d.]+:\d+\//.exec(text)?.[0];
      if (found) done(found);
    });
    child.on('close', (code) => fail(new Error(`the program ended with code ${code} before it printed an address`)));
  });
  const end = async (signal: NodeJS.Signals): Promise<void> => {
    child.kill(signal);
    await ended;
  };
  return {
    url,
    printed: () => text,
    dataDirectory,
    pid: child.pid ?? 0,
    stop: () => end('SIGTERM'),
    kill: () => end('SIGKILL').then(() => gone(url)),
  };
}

/** Waits until nobody answers: a server whose launcher was killed finishes what it has begun before it ends. */
async function gone(url: string): Promise<void> {
  for (let tries = 0; tries < 200; tries++) {
    const answers = await fetch(url, { headers: { connection: 'close' } }).then(
      () => true,
      () => false,
    );
    if (!answers) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server outlived its launcher');
}
