import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { postgresTool, readThrough } from './backup';
import { lastWords } from './cluster-files';
import { PlainError } from './say';

/** What became of the database that was there before. */
export interface Restored {
  /** Name it lies under now, in the same server. */
  readonly before: string;
  readonly jobs: number;
}

interface Journal {
  readonly entries: readonly { readonly when: number }[];
}

/** Moments of all migrations this program knows. */
export const knownMigrations = (root: string): ReadonlySet<number> =>
  new Set(
    (JSON.parse(readFileSync(join(root, 'apps/server/migrations/meta/_journal.json'), 'utf8')) as Journal).entries.map(
      ({ when }) => when,
    ),
  );

const withName = (url: string, name: string): string => {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
};

/** Asks a database one thing. @throws PlainError */
async function ask(programs: string, url: string, sql: string): Promise<string> {
  const { code, output } = await postgresTool(programs, 'psql', url, ['-AtX', '-v', 'ON_ERROR_STOP=1', '-c', sql]);
  if (code !== 0) throw new PlainError(`the database does not do what it is told: ${lastWords(output)}`);
  return output.trim();
}

/** Migrations a database has had; none when it is new. */
export async function migrationsOf(programs: string, url: string): Promise<readonly number[]> {
  const there = await ask(programs, url, `select to_regclass('drizzle.__drizzle_migrations') is not null`);
  if (there !== 't') return [];
  const moments = await ask(programs, url, 'select created_at from drizzle.__drizzle_migrations order by created_at');
  return moments === '' ? [] : moments.split('\n').map(Number);
}

/**
 * Puts a backup in place of the database: restored beside it and looked at first, then the two change names. The one
 * before is kept until the next time. Nobody may be connected.
 * @param stamp part of the name the one before is kept under
 * @throws PlainError when the backup is damaged, of another program, or of a newer one; everything is as before then
 */
export async function restore(
  programs: string,
  root: string,
  url: string,
  wanted: string,
  stamp: string,
): Promise<Restored> {
  const file = resolve(wanted);
  if (!existsSync(file)) throw new PlainError(`${file} is not there`);
  await readThrough(programs, url, file);
  const { output: contents } = await postgresTool(programs, 'pg_restore', url, ['--list', file]);
  if (!/TABLE DATA public workshop /.test(contents) || !/TABLE DATA drizzle __drizzle_migrations /.test(contents))
    throw new PlainError(`${file} is a backup of something else: there is no workshop in it`);
  const name = new URL(url).pathname.slice(1);
  const [server, aside, before] = [withName(url, 'postgres'), `${name}_being_restored`, `${name}_before_${stamp}`];
  await ask(programs, server, `drop database if exists "${aside}" with (force)`);
  await ask(programs, server, `create database "${aside}"`);
  try {
    const into = withName(url, aside);
    // Who may do what is made anew at the next start, for the role of this machine.
    const { code, output } = await postgresTool(programs, 'pg_restore', into, [
      '--exit-on-error',
      '--single-transaction',
      '--no-owner',
      '--no-privileges',
      `--dbname=${aside}`,
      file,
    ]);
    if (code !== 0) throw new PlainError(`${file} cannot be restored: ${lastWords(output)}`);
    const known = knownMigrations(root);
    if ((await migrationsOf(programs, into)).some((moment) => !known.has(moment)))
      throw new PlainError(`${file} was made by a newer program than this one; bring the program up to date first`);
    const jobs = Number(await ask(programs, into, 'select count(*) from job'));
    for (const old of (
      await ask(programs, server, `select datname from pg_database where datname like '${name}\\_before\\_%'`)
    )
      .split('\n')
      .filter(Boolean))
      await ask(programs, server, `drop database "${old}" with (force)`);
    await ask(programs, server, `alter database "${name}" rename to "${before}"`);
    await ask(programs, server, `alter database "${aside}" rename to "${name}"`);
    return { before, jobs };
  } catch (error) {
    await ask(programs, server, `drop database if exists "${aside}" with (force)`).catch(() => undefined);
    throw error;
  }
}
