import { inject, Injectable } from '@angular/core';
import type { IDBPDatabase } from 'idb';
import { browserDatabase } from './browser-database';
import type { Operation } from './operation';
import { PageLife } from './page-life';

const DATABASE = 'variatum';
const OPERATIONS = 'operations';

/** What pages now gone have left behind. */
export interface Adopted {
  /** What this page sends now, in order. */
  readonly left: readonly Operation[];
  /** How many were typed by others, and wait for them. */
  readonly others: number;
}

/** Operations on their way, kept in the browser's own database. Where that is closed, they live as long as the page. */
@Injectable({ providedIn: 'root' })
export class OperationStore {
  private readonly life = inject(PageLife);
  /** Whether what is put here survives the page. */
  durable = true;
  private readonly database = browserDatabase(DATABASE, (database) =>
    database.createObjectStore(OPERATIONS, { keyPath: 'sequence' }),
  ).then((database) => {
    if (!database) this.durable = false;
    return database;
  });

  /**
   * Makes operations that pages now gone have left behind those of this page, and answers them in order. What others
   * have typed waits until they are back.
   * @param wanted whose are taken
   * @returns them, and how many wait for others
   */
  adopt(wanted: (operation: Operation) => boolean): Promise<Adopted> {
    return this.life.alone('adoption', async () => {
      const database = await this.database;
      const all = ((await database?.getAll(OPERATIONS)) ?? []) as Operation[];
      const kept = all.filter(wanted);
      // Operations kept by an older program name no page: nobody else sends them.
      const gone = await this.life.gone(kept.map(({ page }) => page ?? ''));
      const left = kept.filter(({ page }) => gone.has(page ?? '')).map((one) => ({ ...one, page: this.life.id }));
      if (database) await store(database, left);
      return { left, others: all.length - kept.length };
    });
  }

  async put(operation: Operation): Promise<void> {
    try {
      // Before others know that this page lives, they would take what it puts for left behind.
      await this.life.known;
      const database = await this.database;
      if (database) await store(database, [operation]);
    } catch {
      // The browser's disk is full, or it takes nothing more: the page must not be closed before all has arrived.
      this.durable = false;
    }
  }

  async remove(sequence: number): Promise<void> {
    await (await this.database)?.delete(OPERATIONS, sequence).catch(() => undefined);
  }
}

/**
 * Keeps operations, all or none. What is on its way is not lost with the page: nothing more is waited for before it
 * counts.
 */
async function store(database: IDBPDatabase, operations: readonly Operation[]): Promise<void> {
  if (operations.length === 0) return;
  const transaction = database.transaction(OPERATIONS, 'readwrite');
  const puts = operations.map((operation) => transaction.store.put(operation));
  transaction.commit();
  await Promise.all([...puts, transaction.done]);
}
