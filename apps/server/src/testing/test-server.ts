import type { Express } from 'express';
import { randomBytes } from 'node:crypto';
import { resolve } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app';
import { directCompute, type Compute } from '../compute';
import { openDatabase, prepareDatabase, type OpenDatabase } from '../database';
import { contextOf, type RequestContext } from '../http/context';
import { openChangeFeed } from '../live/change-feed';
import { ensureWorkshop, ONLY_WORKSHOP_ID } from '../workshop/store';
import { databaseLine, type DatabaseLine } from './database-line';

/** The application on a database of its own, without a listening socket. */
export interface TestServer {
  readonly request: ReturnType<typeof supertest>;
  readonly open: OpenDatabase;
  /** The application itself, for tests that need a socket. */
  readonly app: Express;
  readonly compute: Compute;
  /** What its handlers get. */
  readonly context: RequestContext;
  /** Address of its database as the owner of the tables. */
  readonly ownerUrl: string;
  /** Runs SQL as the owner of the tables. */
  asOwner(sql: string): Promise<Record<string, unknown>[]>;
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

async function run(url: string, sql: string): Promise<Record<string, unknown>[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Record<string, unknown>>(sql)).rows;
  } finally {
    await client.end();
  }
}

/** Makes a database, brings its tables up to date and builds the application on it. */
export async function testServer(
  parts: { requestsPerMinute?: number; webDirectory?: string; compute?: Compute } = {},
): Promise<TestServer> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await run(serverUrl(), `create database ${name}`);
  const url = serverUrl().replace(/\/[^/]*$/, `/${name}`);
  const line = await databaseLine(await prepareDatabase(url, resolve('apps/server/migrations')));
  const open = openDatabase(line.url, () => undefined);
  const feed = openChangeFeed(line.url, () => undefined);
  const compute = parts.compute ?? directCompute(SAMPLES);
  const context = contextOf(open, compute, { workshop: ONLY_WORKSHOP_ID });
  await ensureWorkshop(context);
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
    context,
    ownerUrl: url,
    asOwner: (sql) => run(url, sql),
    line,
    close: async () => {
      await feed.close();
      // A test may have closed it already.
      await open.close().catch(() => undefined);
      await line.end();
      await run(serverUrl(), `drop database ${name} with (force)`);
    },
  };
}
