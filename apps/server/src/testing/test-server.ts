import { choose } from '@variatum/metallurgy';
import type { Express } from 'express';
import { randomBytes } from 'node:crypto';
import { resolve } from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app';
import { migrateDatabase, openDatabase, type OpenDatabase } from '../database';
import type { Chooser } from '../decisions/chooser';
import { openChangeFeed } from '../live/change-feed';
import { ensureWorkshop } from '../workshop/store';

/** The application on a database of its own, without a listening socket. */
export interface TestServer {
  readonly request: ReturnType<typeof supertest>;
  readonly open: OpenDatabase;
  /** The application itself, for tests that need a socket. */
  readonly app: Express;
  readonly chooser: Chooser;
  readonly url: string;
  close(): Promise<void>;
}

/** Computes in the test's own thread. */
const sameThread: Chooser = {
  choose: (question, seed) => Promise.resolve(choose({ ...question, samples: 64 }, seed)),
  close: () => Promise.resolve(),
};

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
  parts: { requestsPerMinute?: number; webDirectory?: string } = {},
): Promise<TestServer> {
  const name = `test_${randomBytes(6).toString('hex')}`;
  await onServer(`create database ${name}`);
  const url = serverUrl().replace(/\/[^/]*$/, `/${name}`);
  await migrateDatabase(url, resolve('apps/server/migrations'));
  const open = openDatabase(url, () => undefined);
  const feed = openChangeFeed(url, () => undefined);
  await ensureWorkshop(open.database);
  const app = createApp({ open, chooser: sameThread, feed, logger: pino({ level: 'silent' }), ...parts });
  return {
    request: supertest(app),
    open,
    app,
    chooser: sameThread,
    url,
    close: async () => {
      await feed.close();
      await open.close();
      await onServer(`drop database ${name} with (force)`);
    },
  };
}
