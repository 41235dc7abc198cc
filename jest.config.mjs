const workspaces = {
  '^@variatum/metallurgy$': '<rootDir>/packages/metallurgy/src/index.ts',
  '^@variatum/contracts$': '<rootDir>/packages/contracts/src/index.ts',
  '^@variatum/job$': '<rootDir>/packages/job/src/index.ts',
  '^@variatum/presentation$': '<rootDir>/packages/presentation/src/index.ts',
};

// Packages that ship as modules only; Jest runs CommonJS and must be given them translated.
const MODULES_ONLY = ['uuid', 'd3-[a-z]+', 'internmap', 'comlink', 'idb'];

const node = (name, folder) => ({
  displayName: name,
  rootDir: import.meta.dirname,
  testEnvironment: 'node',
  testMatch: [`<rootDir>/${folder}/src/**/*.spec.ts`],
  moduleNameMapper: workspaces,
  transform: {
    '^.+\\.[tj]s$': [
      'ts-jest',
      {
        tsconfig: {
          target: 'ES2022',
          module: 'commonjs',
          moduleResolution: 'node10',
          ignoreDeprecations: '6.0',
          esModuleInterop: true,
          resolveJsonModule: true,
          isolatedModules: true,
          allowJs: true,
          strict: true,
        },
        diagnostics: false,
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${MODULES_ONLY.join('|')})/)`],
});

/** Tests that compute run on bundles, as fast as the program itself. */
const bundled = (name, folder) => ({
  ...node(name, folder),
  transform: { '\\.spec\\.ts$': '<rootDir>/scripts/jest-bundle-transform.mjs', ...node(name, folder).transform },
});

export default {
  // Time limits catch what hangs; a slow minute is no failure.
  testTimeout: 120_000,
  projects: [
    bundled('metallurgy', 'packages/metallurgy'),
    bundled('contracts', 'packages/contracts'),
    bundled('job', 'packages/job'),
    bundled('presentation', 'packages/presentation'),
    bundled('cli', 'apps/cli'),
    bundled('instruments', 'apps/instruments'),
    node('launcher', 'apps/launcher'),
    bundled('server', 'apps/server'),
    '<rootDir>/apps/web/jest.config.mjs',
  ],
};
