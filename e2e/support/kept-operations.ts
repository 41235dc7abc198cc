/// <reference lib="dom" />
import type { Page } from '@playwright/test';

/** What this browser keeps that has not reached the server, as text. */
export const keptOperations = (page: Page): Promise<string> =>
  page.evaluate(
    () =>
      new Promise<string>((resolve, reject) => {
        const open = indexedDB.open('variatum', 1);
        open.onerror = () => reject(new Error('the browser’s database does not open'));
        open.onsuccess = () => {
          const database = open.result;
          const all = database.transaction('operations').objectStore('operations').getAll();
          all.onsuccess = () => {
            database.close();
            resolve(JSON.stringify(all.result));
          };
        };
      }),
  );
