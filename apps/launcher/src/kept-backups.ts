import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { backup, type Backup } from './backup';
import { knownMigrations, migrationsOf } from './restore';

const DAY_MS = 24 * 3600 * 1000;
/** The last seven are kept, and of those before one a week, for four weeks. */
const DAILY = 7;
const WEEKLY = 4;
const NIGHTLY = /^variatum-\d{4}-\d{2}-\d{2}T\d{6}\.dump$/;
const BEFORE = /^before-\d+-migrations-\d{4}-\d{2}-\d{2}T\d{6}\.dump$/;
/** Those made before a migration are kept so many. */
const BEFORE_KEPT = 3;

/** A moment as it stands in the name of a file. @example 2026-03-01T021500 */
export const stampOf = (now: Date): string => now.toISOString().slice(0, 19).replaceAll(':', '');

export const backupsDirectory = (home: string): string => join(home, 'backups');

const filesIn = (directory: string, pattern: RegExp): readonly { readonly path: string; readonly at: number }[] =>
  readdirSync(directory)
    .filter((name) => pattern.test(name))
    .map((name) => ({ path: join(directory, name), at: statSync(join(directory, name)).mtimeMs }))
    .sort((one, other) => other.at - one.at);

/** Which of the nightly backups are no longer kept, newest first given. Pure. */
export function superfluous<File extends { readonly at: number }>(files: readonly File[]): readonly File[] {
  const weeks = new Set<number>();
  return files.filter(({ at }, index) => {
    if (index < DAILY) return false;
    const week = Math.floor(at / (7 * DAY_MS));
    if (weeks.has(week) || weeks.size >= WEEKLY) return true;
    weeks.add(week);
    return false;
  });
}

/**
 * Makes the backup of the day when the last one is a day old, and lets go of those too many.
 * @returns the new one; null when none was due
 */
export async function nightly(programs: string, url: string, home: string, now: Date): Promise<Backup | null> {
  const directory = backupsDirectory(home);
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  const [last] = filesIn(directory, NIGHTLY);
  if (last && now.getTime() - last.at < DAY_MS) return null;
  const made = await backup(programs, url, join(directory, `variatum-${stampOf(now)}.dump`));
  for (const { path } of superfluous(filesIn(directory, NIGHTLY))) rmSync(path, { force: true });
  return made;
}

/**
 * Makes a backup before the tables are brought up to date, when there is something in them.
 * @returns it; null when nothing is about to change
 */
export async function beforeMigration(
  programs: string,
  root: string,
  url: string,
  home: string,
  now: Date,
): Promise<Backup | null> {
  const had = await migrationsOf(programs, url);
  if (had.length === 0 || had.length >= knownMigrations(root).size) return null;
  const directory = backupsDirectory(home);
  mkdirSync(directory, { recursive: true, mode: 0o700 });
  const made = await backup(programs, url, join(directory, `before-${had.length}-migrations-${stampOf(now)}.dump`));
  for (const { path } of filesIn(directory, BEFORE).slice(BEFORE_KEPT)) rmSync(path, { force: true });
  return made;
}
