import { buildSync } from 'esbuild';

// Jest runs tests in a context where every look-up of a global is slow; the hot loops ask for these millions of times.
const LOCAL_GLOBALS =
  'const { Math, Number, Object, Array, Map, Set, Float64Array, Float32Array, Int32Array } = globalThis;';

/**
 * Turns a test file and what it imports of ours into one script, as the program itself is built. Module by module the
 * hot loops would reach every constant through a getter and run many times slower than they really do.
 */
export default {
  // What a test imports may change while the test does not: never answer from the cache.
  getCacheKey: () => String(process.hrtime.bigint()),
  process: (_source, filename) => {
    const { outputFiles } = buildSync({
      entryPoints: [filename],
      bundle: true,
      write: false,
      format: 'cjs',
      // Jest runs CommonJS: what is fetched on demand is required on demand.
      supported: { 'dynamic-import': false },
      platform: 'node',
      target: 'node20',
      sourcemap: 'inline',
      banner: { js: LOCAL_GLOBALS },
      // Our own workspaces are found through the paths of tsconfig.json and go in; what comes from the registry stays
      // out.
      packages: 'external',
      // Ships as a module only, which Jest cannot require: goes in under its file's name.
      alias: { convert: new URL('../node_modules/convert/dist/index.js', import.meta.url).pathname },
      tsconfig: new URL('../tsconfig.json', import.meta.url).pathname,
      logLevel: 'error',
    });
    return { code: outputFiles[0].text };
  },
};
