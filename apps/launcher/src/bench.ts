import { join } from 'node:path';
import { buildServer, buildWeb } from './build';
import { run } from './run';

/** Builds and runs the speed figures; they go to standard output. */
export async function bench(root: string): Promise<number> {
  await buildServer(root);
  await buildWeb(root);
  await run(
    'npx',
    [
      'esbuild',
      'scripts/bench/main.ts',
      '--bundle',
      '--platform=node',
      '--format=esm',
      '--target=node20',
      '--outfile=dist/bench.mjs',
      '--log-level=warning',
    ],
    { cwd: root },
  );
  await run('node', ['--expose-gc', join(root, 'dist/bench.mjs')], {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  await run('npx', ['tsx', 'scripts/bench/page.ts'], { cwd: root, stdio: ['ignore', 'inherit', 'inherit'] });
  return 0;
}
