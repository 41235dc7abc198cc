import { Injectable } from '@angular/core';
import { openDB, type IDBPDatabase } from 'idb';
import type { Operation } from './operation';

const DATABASE = 'variatum';
const OPERATIONS = 'operations';

/** Operations on their way, kept in the browser's own database. Where that is closed, they live as long as the page. */
@Injectable({ providedIn: 'root' })
export class OperationStore {
  /** Whether what is put here survives the page. */
  durable = true;
  // Asking for a closed database may throw at once: begun inside a promise, that too is caught.
  private readonly database: Promise<IDBPDatabase | undefined> = Promise.resolve()
    .then(() =>
      openDB(DATABASE, 1, {
        upgrade: (database) => void database.createObjectStore(OPERATIONS, { keyPath: 'sequence' }),
      }),
    )
    .catch(() => {
      this.durable = false;
      return undefined;
    });

  /** Every kept operation, in order. */
  async all(): Promise<readonly Operation[]> {
    return ((await (await this.database)?.getAll(OPERATIONS)) ?? []) as Operation[];
  }

  async put(operation: Operation): Promise<void> {
    await (await this.database)?.put(OPERATIONS, operation);
  }

  async remove(sequence: number): Promise<void> {
    await (await this.database)?.delete(OPERATIONS, sequence);
  }
}
