import { randomBytes } from 'node:crypto';
import pg from 'pg';

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

/** Makes a database for one test. */
export async function testDatabase(): Promise<TestDatabase> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await run(serverUrl(), `create database ${name}`);
  const url = serverUrl().replace(/\/[^/]*$/, `/${name}`);
  return {
    url,
    run: (sql) => run(url, sql),
    drop: async () => void (await run(serverUrl(), `drop database ${name} with (force)`)),
  };
}
