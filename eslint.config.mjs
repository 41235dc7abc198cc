import eslint from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import globals from 'globals';
import { readFileSync } from 'node:fs';
import tseslint from 'typescript-eslint';

/** Files that draw: their figures are pixels and colours. */
const PICTURES = [
  'job/stores/prepare-picture',
  'planning/order-picture',
  'planning/oxygen-curve',
  'stages/prepare/back-shielding',
  'stages/prepare/heat-colours',
  'stages/prepare/heat-strip',
  'stages/prepare/heat-wall',
  'stages/prepare/order-trade',
  'stages/prepare/vent-gauge',
  'stages/weld/purge-live',
  'stages/weld/torch-picture',
].map((name) => `apps/web/src/app/${name}.ts`);

/** What pages do not say, with the term that is said in its place: one thing has one word. */
const WORDS = JSON.parse(
  readFileSync(new URL('packages/metallurgy/data/terms.json', import.meta.url), 'utf8'),
).terms.flatMap(({ title, insteadOf = [] }) =>
  insteadOf.flatMap((words) => {
    const said = words.replace(/[^\w ]/g, '.');
    return [`Literal[value=/${said}/i]`, `TemplateElement[value.raw=/${said}/i]`].map((selector) => ({
      selector,
      message: `the word for it is: ${title}`,
    }));
  }),
);

/** Which of our workspaces a place must not import: dependencies point one way. */
const forbid = (names, ...more) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        ...more,
        {
          group: names,
          message: 'dependencies point one way: apps to presentation to job to contracts to metallurgy',
        },
        {
          regex: '^@variatum/[^/]+/',
          message: 'a workspace is entered by its door only',
        },
      ],
    },
  ],
});

export default tseslint.config(
  {
    ignores: ['**/dist/**', '**/node_modules/**', '**/.angular/**', '**/.variatum/**', 'coverage/**', '**/*.json'],
  },
  { files: ['**/*.ts', '**/*.mjs'], extends: [eslint.configs.recommended, ...tseslint.configs.recommended] },
  {
    files: ['**/*.ts', '**/*.mjs'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: ['error', 'always'],
      'no-console': 'error',
    },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: globals.node } },
  {
    files: ['packages/metallurgy/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: {
      ...forbid(['@variatum/*', 'node:*', '@angular/*', 'express', 'zod', 'rxjs'], {
        regex: '^(\\.\\./)+(?!data/)[a-z-]+/',
        message: 'a folder is entered by its door only',
      }),
      // The same input must give the same answer on every machine.
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['packages/contracts/src/**/*.ts'],
    rules: forbid([
      '@variatum/job',
      '@variatum/presentation',
      '@variatum/web',
      '@variatum/server',
      '@angular/*',
      'express',
    ]),
  },
  {
    files: ['packages/job/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      ...forbid(
        ['@variatum/presentation', '@variatum/web', '@variatum/server', '@angular/*', 'express', 'node:*', 'rxjs'],
        {
          regex: '^(\\.\\./)+[a-z-]+/[a-z]',
          message: 'a folder is entered by its door only',
        },
      ),
      // What is to be done follows from facts and a moment that are given.
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['packages/presentation/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: forbid(['@variatum/web', '@variatum/server', '@angular/*', 'express', 'node:*', 'rxjs'], {
      regex: '^(\\.\\./)+[a-z-]+/[a-z]',
      message: 'a folder is entered by its door only',
    }),
  },
  {
    files: ['apps/server/src/**/*.ts', 'apps/cli/src/**/*.ts', 'apps/instruments/src/**/*.ts'],
    rules: forbid(['@angular/*']),
  },
  {
    files: ['apps/web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      ...forbid(['@variatum/server', 'express', 'node:*']),
      '@angular-eslint/component-selector': [
        'error',
        [
          { type: 'element', prefix: 'va', style: 'kebab-case' },
          // A part of a drawing is a group in it.
          { type: 'attribute', prefix: 'va', style: 'camelCase' },
        ],
      ],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
    },
  },
  {
    files: ['**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['apps/*/src/**/*.ts', 'packages/*/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: { 'no-restricted-syntax': ['error', ...WORDS] },
  },
  {
    files: ['apps/web/src/app/{stages,planning,job}/**/*.ts'],
    // Pictures: pixels, and colours by their parts.
    ignores: ['**/*.spec.ts', ...PICTURES],
    rules: {
      // A figure of the trade is data; what is the page's own has a name.
      '@typescript-eslint/no-magic-numbers': [
        'error',
        { ignore: [-1, 0, 1, 2, 100], ignoreReadonlyClassProperties: true },
      ],
    },
  },
  prettier,
  {
    files: ['**/*.ts', '**/*.mjs'],
    rules: {
      // What the formatter cannot break is broken by hand.
      'max-len': ['error', { code: 120, ignoreUrls: true, ignoreRegExpLiterals: true }],
      // Nothing is kept from the formatter. A table of figures that must be would be named here, by its file.
      'no-warning-comments': ['error', { terms: ['prettier-ignore'], location: 'anywhere' }],
    },
  },
);
