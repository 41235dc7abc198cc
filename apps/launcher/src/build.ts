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

/** What is built when one of its sources is newer than its stamp. */
const PARTS = {
  server: { own: ['src', 'build.mjs'], words: 'the server' },
  web: { own: ['src', 'angular.json'], words: 'the web application (about half a minute)' },
} as const;

/** Builds a part of the program when a source is newer than the last build. */
async function build(root: string, part: keyof typeof PARTS): Promise<void> {
  const { own, words } = PARTS[part];
  const workspace = `apps/${part}`;
  const stamp = join(root, 'dist', `.${part}-built`);
  const sources = [...own.map((path) => join(workspace, path)), 'packages', 'package-lock.json'];
  if (
    !stale(
      stamp,
      sources.map((source) => join(root, source)),
    )
  )
    return;
  say(`building ${words}`);
  const begun = new Date();
  await run('npm', ['run', '--silent', 'build', '--workspace', workspace], { cwd: root });
  writeFileSync(stamp, '');
  // A source edited while the build ran must count as newer.
  utimesSync(stamp, begun, begun);
}

export const buildServer = (root: string): Promise<void> => build(root, 'server');
export const buildWeb = (root: string): Promise<void> => build(root, 'web');
