import type { Backups } from '@variatum/contracts';
import { readdir, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** From this age on somebody should look why none is made, ms. */
const OVERDUE_MS = 3 * 24 * 3600 * 1000;

/**
 * How the backups in a directory stand. Where there are none, their age is that of the data they would be of.
 * @param directory undefined: the program keeps none here, as with a database of somebody else's
 */
export async function backupsIn(directory: string | undefined, now: number): Promise<Backups> {
  if (directory === undefined) return { lastAt: null, overdue: false };
  const names = (await readdir(directory).catch(() => [] as string[])).filter((name) => name.endsWith('.dump'));
  const moments = await Promise.all(names.map(async (name) => (await stat(join(directory, name))).mtimeMs));
  const last = moments.length > 0 ? Math.max(...moments) : null;
  const since =
    last ??
    (await stat(dirname(directory)).then(
      ({ birthtimeMs }) => birthtimeMs,
      () => now,
    ));
  return { lastAt: last === null ? null : new Date(last).toISOString(), overdue: now - since > OVERDUE_MS };
}
