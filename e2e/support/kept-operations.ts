/// <reference lib="dom" />
import type { Page } from '@playwright/test';

/** How many entries this browser keeps that have not reached the server. */
export const keptOperations = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const open = indexedDB.open('variatum', 1);
        open.onerror = () => reject(new Error('the browser’s database does not open'));
        open.onsuccess = () => {
          const database = open.result;
          const count = database.transaction('operations').objectStore('operations').count();
          count.onsuccess = () => {
            database.close();
            resolve(count.result);
          };
        };
      }),
  );
