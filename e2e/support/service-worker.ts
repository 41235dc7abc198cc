/// <reference lib="dom" />
import type { Page } from '@playwright/test';

/** How many files of the program a browser does not keep yet. */
export const filesNotKept = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const { hashTable } = (await (await fetch('/ngsw.json')).json()) as { hashTable: Record<string, string> };
    const names = (await caches.keys()).filter((name) => name.endsWith(':assets:program:cache'));
    const kept = await Promise.all(names.map(async (name) => (await (await caches.open(name)).keys()).length));
    return Object.keys(hashTable).length - Math.max(0, ...kept);
  });
