import { join } from 'node:path';
import { buildServer, buildWeb } from './build';
import { needChromium, needPostgres } from './install-packages';
import { run } from './run';
import { PlainError } from './say';

const printed = { stdio: ['ignore', 'inherit', 'inherit'] as ['ignore', 'inherit', 'inherit'] };

const bundle = (root: string, source: string, file: string, more: readonly string[] = []): Promise<void> =>
  run(
    'npx',
    [
      'esbuild',
      source,
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--target=node20',
      `--outfile=${file}`,
      '--log-level=warning',
      ...more,
    ],
    { cwd: root },
  );

/** What can be measured, each by itself. */
const SUBJECTS: Readonly<Record<string, (root: string) => Promise<void>>> = {
  core: async (root) => {
    await bundle(root, 'scripts/bench/main.ts', 'dist/bench.mjs');
    await run('node', ['--expose-gc', join(root, 'dist/bench.mjs')], { cwd: root, ...printed });
  },
  truth: async (root) => {
    await bundle(root, 'scripts/bench/truth.ts', 'dist/bench-truth.mjs');
    await run('node', [join(root, 'dist/bench-truth.mjs')], { cwd: root, ...printed });
  },
  plan: async (root) => {
    await bundle(root, 'scripts/bench/plan.ts', 'dist/bench-plan.mjs');
    await run('node', [join(root, 'dist/bench-plan.mjs')], { cwd: root, ...printed });
  },
  server: async (root) => {
    await needPostgres();
    await bundle(root, 'scripts/bench/bare-server.ts', 'dist/bare-server.mjs', ['--packages=external']);
    await run('npx', ['tsx', 'scripts/bench/server.ts'], { cwd: root, ...printed });
  },
  page: async (root) => {
    await needPostgres();
    await needChromium();
    await run('npx', ['tsx', 'scripts/bench/page.ts'], { cwd: root, ...printed });
  },
  workshops: async (root) => {
    await needPostgres();
    await run('npx', ['tsx', 'scripts/bench/workshops.ts'], { cwd: root, ...printed });
  },
  faults: async (root) => {
    await needPostgres();
    await run('npx', ['tsx', 'scripts/bench/faults.ts'], { cwd: root, ...printed });
  },
};
/** Measured when nothing is named: faults take a quarter of an hour, a thousand workshops some minutes. */
const USUAL = ['core', 'server', 'page'];

/** Builds and runs the speed figures, or what is named of them; they go to standard output. @throws PlainError */
export async function bench(root: string, named: readonly string[]): Promise<number> {
  const subjects = (named.length > 0 ? named : USUAL).map((name) => {
    const subject = SUBJECTS[name];
    if (!subject) throw new PlainError(`bench does not know "${name}"; it knows ${Object.keys(SUBJECTS).join(', ')}`);
    return subject;
  });
  await buildServer(root);
  await buildWeb(root);
  for (const subject of subjects) await subject(root);
  return 0;
}
