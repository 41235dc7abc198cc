const MODULES_ONLY = [
  'convert/',
  '.*\\.mjs$',
  '@angular',
  'ng-zorro-antd',
  '@ant-design',
  'comlink',
  'd3-[a-z]+',
  'internmap',
  'idb',
  'lucide',
];

export default {
  displayName: 'web',
  rootDir: import.meta.dirname,
  preset: 'jest-preset-angular',
  setupFilesAfterEnv: ['<rootDir>/src/testing/setup.ts'],
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  transform: {
    '^.+\\.(ts|js|mjs|html|svg)$': [
      'jest-preset-angular',
      { tsconfig: '<rootDir>/tsconfig.spec.json', stringifyContentPathRegex: '\\.(html|svg)$' },
    ],
  },
  transformIgnorePatterns: [`node_modules/(?!(${MODULES_ONLY.join('|')}))`],
  moduleNameMapper: {
    '^convert$': '<rootDir>/../../node_modules/convert/dist/index.js',
    '^@variatum/metallurgy$': '<rootDir>/../../packages/metallurgy/src/index.ts',
    '^@variatum/contracts$': '<rootDir>/../../packages/contracts/src/index.ts',
    '^@variatum/job$': '<rootDir>/../../packages/job/src/index.ts',
    '^@variatum/presentation$': '<rootDir>/../../packages/presentation/src/index.ts',
    // Jest has no workers: the computations run in the page's own thread there.
    'compute/worker-client$': '<rootDir>/src/testing/worker-client.stub.ts',
    './worker-client$': '<rootDir>/src/testing/worker-client.stub.ts',
  },
};
