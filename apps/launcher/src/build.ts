import { existsSync, readdirSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './run';
import { say } from './say';

function newest(path: string): number {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path, { withFileTypes: true })
    .filter(({ name }) => name !== 'node_modules' && !name.startsWith('.'))
    .reduce((latest, { name }) => Math.max(latest, newest(join(path, name))), 0);
}

/** Whether a stamp file is older than one of the sources. */
function stale(stamp: string, sources: readonly string[]): boolean {
  if (!existsSync(stamp)) return true;
  const built = statSync(stamp).mtimeMs;
  return sources.some((source) => existsSync(source) && newest(source) > built);
}

async function build(
  root: string,
  workspace: string,
  stampName: string,
  sources: readonly string[],
  what: string,
): Promise<void> {
  const stamp = join(root, 'dist', stampName);
  if (
    !stale(
      stamp,
      sources.map((source) => join(root, source)),
    )
  )
    return;
  say(`building ${what}`);
  const begun = new Date();
  await run('npm', ['run', '--silent', 'build', '--workspace', workspace], { cwd: root });
  writeFileSync(stamp, '');
  // A source edited while the build ran must count as newer.
  utimesSync(stamp, begun, begun);
}

/** Builds the server when a source is newer than the last build. */
export const buildServer = (root: string): Promise<void> =>
  build(
    root,
    'apps/server',
    '.server-built',
    ['apps/server/src', 'apps/server/build.mjs', 'packages', 'package-lock.json'],
    'the server',
  );

/** Builds the web application when a source is newer than the last build. */
export const buildWeb = (root: string): Promise<void> =>
  build(
    root,
    'apps/web',
    '.web-built',
    ['apps/web/src', 'apps/web/angular.json', 'packages', 'package-lock.json'],
    'the web application (about half a minute)',
  );
