import { createHash, randomBytes } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { prepareDatabase } from '../database';

/** Where the migrations of the program lie. */
export const MIGRATIONS = resolve('apps/server/migrations');

/** An empty database of its own. */
export interface TestDatabase {
  /** Address as its owner. */
  readonly url: string;
  /** Runs SQL as its owner. */
  run(sql: string): Promise<Record<string, unknown>[]>;
  drop(): Promise<void>;
}

const serverUrl = (): string => {
  const url = process.env['VARIATUM_TEST_DATABASE_URL'];
  if (!url) throw new Error('VARIATUM_TEST_DATABASE_URL is not set; run these tests with ./variatum test');
  return url;
};

async function run(url: string, sql: string): Promise<Record<string, unknown>[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Record<string, unknown>>(sql)).rows;
  } finally {
    await client.end();
  }
}

const urlOf = (name: string): string => serverUrl().replace(/\/[^/]*$/, `/${name}`);

// Any fixed number: test files that start together take turns at the first database of all.
const TEMPLATE_LOCK = 7268103;

/** Name for a database in which the migrations have been run: another name for others. */
function templateName(): string {
  const hash = createHash('sha256');
  for (const file of readdirSync(MIGRATIONS)
    .filter((one) => one.endsWith('.sql'))
    .sort())
    hash.update(file).update(readFileSync(join(MIGRATIONS, file)));
  return `migrated_${hash.digest('hex').slice(0, 12)}`;
}

let template: Promise<string> | undefined;

/** A database with all tables and no row, from which others are copied; made once for all test files. */
async function migratedTemplate(): Promise<string> {
  const name = templateName();
  const client = new pg.Client({ connectionString: serverUrl() });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [TEMPLATE_LOCK]);
    const there = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (there.rowCount === 0) {
      // It bears its name only when it is whole.
      const unfinished = `${name}_${randomBytes(3).toString('hex')}`;
      await client.query(`create database ${unfinished}`);
      await prepareDatabase(urlOf(unfinished), MIGRATIONS);
      await client.query(
        'select pg_terminate_backend(pid, 60000) from pg_stat_activity where datname = $1 and pid <> pg_backend_pid()',
        [unfinished],
      );
      await client.query(`alter database ${unfinished} rename to ${name}`);
    }
    return name;
  } finally {
    await client.end();
  }
}

/**
 * Makes a database for one test.
 * @param kind with the tables of the program, or with nothing
 */
export async function testDatabase(kind: 'migrated' | 'empty' = 'migrated'): Promise<TestDatabase> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  const from = kind === 'migrated' ? ` template ${await (template ??= migratedTemplate())}` : '';
  await run(serverUrl(), `create database ${name}${from}`);
  const url = urlOf(name);
  return {
    url,
    run: (sql) => run(url, sql),
    drop: async () => void (await run(serverUrl(), `drop database ${name} with (force)`)),
  };
}
