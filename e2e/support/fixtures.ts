import { test as base, type ConsoleMessage } from '@playwright/test';
import { newDataDirectory, removeDataDirectory, startProgram, type Program } from './program';

/** Everything the page complained of while a test ran. */
export interface Complaints {
  readonly list: string[];
}

export const test = base.extend<{ complaints: Complaints }, { demo: Program }>({
  /** The demo program, shared by the tests of a worker. */
  demo: [
    // eslint-disable-next-line no-empty-pattern -- the fixture interface asks for a pattern
    async ({}, use) => {
      const directory = newDataDirectory();
      const program = await startProgram('demo', directory);
      await use(program);
      await program.stop();
      removeDataDirectory(directory);
    },
    { scope: 'worker', timeout: 180_000 },
  ],
  complaints: [
    async ({ page }, use) => {
      const list: string[] = [];
      page.on('console', (message: ConsoleMessage) => {
        // What failed to load is named by its address alone.
        if (message.type() === 'error') list.push(`${message.text()} (${message.location().url})`);
      });
      page.on('pageerror', (error) => list.push(error.message));
      await use({ list });
    },
    { auto: true },
  ],
});

export { expect } from '@playwright/test';
