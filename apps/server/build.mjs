import { build } from 'esbuild';

const root = new URL('../../', import.meta.url).pathname;

await build({
  entryPoints: { server: 'src/main.ts', 'compute.worker': 'src/compute/compute.worker.ts' },
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  outdir: `${root}dist`,
  outExtension: { '.js': '.mjs' },
  sourcemap: true,
  // Our own workspaces are bundled; what comes from the registry stays where npm put it.
  plugins: [
    {
      name: 'workspaces-inside',
      setup({ onResolve }) {
        onResolve({ filter: /^[^./]/ }, ({ path }) =>
          path.startsWith('@variatum/') || path.startsWith('/') ? undefined : { path, external: true },
        );
      },
    },
  ],
  logLevel: 'warning',
});
