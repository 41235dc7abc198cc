import { openDB, type IDBPDatabase } from 'idb';

/**
 * A database of the browser's own, of one store; undefined where it keeps none. Asking for a closed one may throw at
 * once: begun inside a promise, that too is caught.
 * @param make makes the store the first time
 */
export const browserDatabase = (
  name: string,
  make: (database: IDBPDatabase) => unknown,
): Promise<IDBPDatabase | undefined> =>
  Promise.resolve()
    .then(() => openDB(name, 1, { upgrade: (database) => void make(database) }))
    .catch(() => undefined);
