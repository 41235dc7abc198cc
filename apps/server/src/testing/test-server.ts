import type { Express } from 'express';
import { randomBytes } from 'node:crypto';
import { resolve } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app';
import { directCompute, type Compute } from '../compute';
import { migrateDatabase, openDatabase, type OpenDatabase } from '../database';
import { openChangeFeed } from '../live/change-feed';
import { ensureWorkshop } from '../workshop/store';
import { databaseLine, type DatabaseLine } from './database-line';

/** The application on a database of its own, without a listening socket. */
export interface TestServer {
  readonly request: ReturnType<typeof supertest>;
  readonly open: OpenDatabase;
  /** The application itself, for tests that need a socket. */
  readonly app: Express;
  readonly compute: Compute;
  /** The line to its database; tests cut and freeze it. */
  readonly line: DatabaseLine;
  close(): Promise<void>;
}

/** Draws of a choice in tests: enough for an answer, few enough to be quick. */
const SAMPLES = 64;

const serverUrl = (): string => {
  const url = process.env['VARIATUM_TEST_DATABASE_URL'];
  if (!url) throw new Error('VARIATUM_TEST_DATABASE_URL is not set; run these tests with ./variatum test');
  return url;
};

async function onServer(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: serverUrl() });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

/** Makes a database, brings its tables up to date and builds the application on it. */
export async function testServer(
  parts: { requestsPerMinute?: number; webDirectory?: string; compute?: Compute } = {},
): Promise<TestServer> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await onServer(`create database ${name}`);
  const url = serverUrl().replace(/\/[^/]*$/, `/${name}`);
  await migrateDatabase(url, resolve('apps/server/migrations'));
  const line = await databaseLine(url);
  const open = openDatabase(line.url, () => undefined);
  const feed = openChangeFeed(line.url, () => undefined);
  await ensureWorkshop(open.database);
  const compute = parts.compute ?? directCompute(SAMPLES);
  const app = createApp({
    open,
    feed,
    logger: pino({ level: 'silent' }),
    requestsPerMinute: 1_000_000,
    ...parts,
    compute,
  });
  return {
    request: supertest(app),
    open,
    app,
    compute,
    line,
    close: async () => {
      await feed.close();
      // A test may have closed it already.
      await open.close().catch(() => undefined);
      await line.end();
      await onServer(`drop database ${name} with (force)`);
    },
  };
}
