import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { migrateDatabase, openDatabase } from './database';
import { threadChooser } from './decisions/chooser';
import { openChangeFeed } from './live/change-feed';
import { seedDemo } from './demo/seed';
import { readSettings } from './settings';
import { ensureWorkshop, ONLY_WORKSHOP_ID } from './workshop/store';

const STOP_WITHIN_MS = 8000;

async function main(): Promise<void> {
  const settings = readSettings(process.env);
  const logger = pino({ level: settings.logLevel });
  await migrateDatabase(settings.databaseUrl, settings.migrationsDirectory);
  const open = openDatabase(settings.databaseUrl, (error) =>
    logger.warn({ err: error }, 'an idle database connection was lost'),
  );
  const chooser = threadChooser(resolve(import.meta.dirname, 'compute.worker.mjs'));
  await ensureWorkshop(open.database);
  if (settings.demo) await seedDemo(open.database, ONLY_WORKSHOP_ID, chooser, settings.freshDemo);

  const feed = openChangeFeed(settings.databaseUrl, (error) =>
    logger.warn({ err: error }, 'the connection that hears of changes was lost'),
  );

  const server = createServer(
    createApp({ open, chooser, feed, logger, webDirectory: settings.webDirectory && resolve(settings.webDirectory) }),
  );
  server.listen(settings.port, settings.host, () => {
    const { port } = server.address() as AddressInfo;
    logger.info({ host: settings.host, port }, 'listening');
    // The launcher waits for this message; without a launcher there is nobody to tell.
    process.send?.({ listening: port });
  });

  let stopping = false;
  const stop = (signal: string): void => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    setTimeout(() => process.exit(1), STOP_WITHIN_MS).unref();
    // Live streams never end by themselves.
    void feed.close();
    server.close(() => {
      void Promise.allSettled([open.close(), chooser.close()]).then(() => process.exit(0));
    });
    server.closeIdleConnections();
  };
  process.on('SIGTERM', () => stop('SIGTERM'));
  process.on('SIGINT', () => stop('SIGINT'));
  // A launcher that was killed takes its channel with it: do not outlive it.
  process.on('disconnect', () => stop('disconnect'));
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
