import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { threadCompute } from './compute';
import { openDatabase, prepareDatabase } from './database';
import { openChangeFeed } from './live/change-feed';
import { emptyWorkshop } from './demo/empty-workshop';
import { seedPeople } from './demo/people';
import { seedDemo } from './demo/seed';
import { codeByHand } from './people/by-hand';
import { firstOwnerCode } from './people/store';
import { cookieKey } from './session/sessions';
import { contextOf } from './http/context';
import { loggable } from './http/error-handler';
import { answerStopping, answerUnreadable } from './http/unreadable';
import { readSettings } from './settings';
import { ensureWorkshop, ONLY_WORKSHOP_ID } from './workshop/store';

const STOP_WITHIN_MS = 8000;

async function main(): Promise<void> {
  const settings = readSettings(process.env);
  const logger = pino({ level: settings.logLevel });
  const url = await prepareDatabase(settings.databaseUrl, settings.migrationsDirectory);
  if (settings.newPasswordFor !== undefined) {
    const code = await codeByHand(settings.databaseUrl, settings.newPasswordFor);
    if (code === null) throw new Error(`nobody signs in with the name "${settings.newPasswordFor}"`);
    process.stdout.write(`${code}\n`);
    return;
  }
  const open = openDatabase(url, (error) =>
    logger.warn({ failure: loggable(error) }, 'an idle database connection was lost'),
  );
  const compute = threadCompute(resolve(import.meta.dirname, 'compute.worker.mjs'));
  const context = contextOf(open, compute, { workshop: ONLY_WORKSHOP_ID });
  await ensureWorkshop(context);
  if (settings.demo) {
    if (settings.freshDemo) await emptyWorkshop(settings.databaseUrl, ONLY_WORKSHOP_ID);
    await seedDemo(context);
    await seedPeople(settings.databaseUrl, ONLY_WORKSHOP_ID);
  }
  const ownerCode = settings.demo ? null : await firstOwnerCode(context);

  const feed = openChangeFeed(url, (error) =>
    logger.warn({ failure: loggable(error) }, 'the connection that hears of changes was lost'),
  );

  let stopping = false;
  const application = createApp({
    open,
    compute,
    feed,
    logger,
    cookieKey: cookieKey(settings.databaseUrl),
    demo: settings.demo,
    backupsDirectory: settings.backupsDirectory,
    webDirectory: settings.webDirectory && resolve(settings.webDirectory),
    requestsPerMinute: settings.requestsPerMinute,
  });
  const server = createServer((request, response) => {
    // Connections that are kept would be served until the very end, and whoever holds one would take that end for a fault.
    if (stopping) answerStopping(response);
    else application(request, response);
  });
  answerUnreadable(server);
  server.on('error', (error: NodeJS.ErrnoException) => {
    process.send?.({ cannotListen: error.code ?? error.message });
    logger.fatal({ code: error.code }, `cannot listen on ${settings.host}:${settings.port}`);
    process.exit(1);
  });
  server.listen(settings.port, settings.host, () => {
    // A server that listens on a port has an address of this kind; text is for sockets.
    const { port } = server.address() as AddressInfo;
    logger.info({ host: settings.host, port }, 'listening');
    // The launcher waits for this message; without a launcher there is nobody to tell.
    process.send?.({ listening: port, ownerCode });
  });

  const stop = (signal: string): void => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    setTimeout(() => process.exit(1), STOP_WITHIN_MS).unref();
    // Live streams never end by themselves.
    void feed.close();
    server.close(() => {
      void Promise.allSettled([open.close(), compute.close()]).then(() => process.exit(0));
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
