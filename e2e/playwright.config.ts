import { defineConfig } from '@playwright/test';
import { BROWSER, BROWSER_ARGS } from './support/browser';

export default defineConfig({
  testDir: '.',
  testMatch: '**/*.e2e.ts',
  outputDir: '../test-results',
  fullyParallel: false,
  // Each worker has a program and a database of its own; stories wait more than they compute.
  workers: 2,
  forbidOnly: true,
  retries: 0,
  // Limits catch what hangs; a slow minute is no failure.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ? [['list'], ['json']] : [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    // What the network answers is looked at; the story of installing lets it in.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: BROWSER,
      args: [...BROWSER_ARGS],
    },
  },
});
