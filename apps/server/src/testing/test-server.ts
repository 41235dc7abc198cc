import type { Express } from 'express';
import { pino, type Logger } from 'pino';
import supertest from 'supertest';
import { createApp } from '../app';
import { directCompute, type Compute } from '../compute';
import { openDatabase, prepareDatabase, type OpenDatabase } from '../database';
import { contextOf, type RequestContext } from '../http/context';
import type { Metrics } from '../metrics/metrics';
import type { Reach } from '../network/reach';
import { openChangeFeed } from '../live/change-feed';
import { ensureWorkshop, ONLY_WORKSHOP_ID } from '../workshop/store';
import { databaseLine, type DatabaseLine } from './database-line';
import { MIGRATIONS, testDatabase } from './test-database';

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

/** Makes a database, brings its tables up to date and builds the application on it. */
export async function testServer(
  parts: {
    requestsPerMinute?: number;
    webDirectory?: string;
    compute?: Compute;
    demo?: boolean;
    reach?: Reach;
    metrics?: Metrics;
    logger?: Logger;
  } = {},
): Promise<TestServer> {
  const { url, run, drop } = await testDatabase();
  const line = await databaseLine(await prepareDatabase(url, MIGRATIONS));
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
    cookieKey: 'for tests alone',
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
    asOwner: run,
    line,
    close: async () => {
      await feed.close();
      // A test may have closed it already.
      await open.close().catch(() => undefined);
      await line.end();
      await drop();
    },
  };
}
