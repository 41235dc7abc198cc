import { resolve } from 'node:path';
import { pino } from 'pino';
import { openAlarmWatch } from './alarms/alarm-watch';
import { createApp } from './app';
import { threadCompute } from './compute';
import { openDatabase, prepareDatabase } from './database';
import { openChangeFeed } from './live/change-feed';
import { emptyWorkshop } from './demo/empty-workshop';
import { seedPeople } from './demo/people';
import { seedDemo } from './demo/seed';
import { codeByHand } from './people/by-hand';
import { firstOwnerCode, hasPeople } from './people/store';
import { cookieKey } from './session/sessions';
import { contextOf } from './http/context';
import { loggable } from './http/error-handler';
import { openMetrics } from './metrics/metrics';
import { CannotListen, listenOn } from './network/listen';
import { reachOf } from './network/reach';
import { isReached, readSettings } from './settings';
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
  if (isReached(settings) && !(await hasPeople(context)))
    throw new Error(
      'nobody has a name and a password here yet: start without --listen and --behind-proxy, open the address it ' +
        'prints on this machine, give the owner a password, and start again',
    );
  // A code made anew makes those before worthless: the one that was printed must stay good.
  const ownerCode = settings.first && !settings.demo ? await firstOwnerCode(context) : null;

  const feed = openChangeFeed(url, (error) =>
    logger.warn({ failure: loggable(error) }, 'the connection that hears of changes was lost'),
  );

  const alarms = openAlarmWatch({ open, feed, logger });
  const reach = reachOf(settings);
  let stopping = false;
  const application = createApp({
    open,
    compute,
    feed,
    logger,
    cookieKey: cookieKey(settings.databaseUrl),
    demo: settings.demo,
    reach,
    stopping: () => stopping,
    metrics: openMetrics(),
    backupsDirectory: settings.backupsDirectory,
    webDirectory: settings.webDirectory && resolve(settings.webDirectory),
    requestsPerMinute: settings.requestsPerMinute,
  });
  const listening = await listenOn(settings, reach, application).catch((error: unknown) => {
    if (!(error instanceof CannotListen) || !process.send) throw error;
    // Whoever started this process says what is to be said, and may try another port.
    process.send({ cannotListen: error.code, port: error.port }, () => process.exit(1));
    return new Promise<never>(() => undefined);
  });
  logger.info({ port: settings.port, secure: settings.secure?.port }, 'listening');
  // The launcher waits for this message; without a launcher there is nobody to tell.
  process.send?.({ listening: true, ownerCode });
  process.on('message', (message: { readonly readCertificate?: boolean }) => {
    if (!message.readCertificate) return;
    try {
      listening.readCertificate();
      logger.info('the certificate was read anew');
    } catch (error) {
      logger.error({ failure: loggable(error) }, 'the certificate could not be read; the one before holds on');
    }
  });

  const stop = (signal: string): void => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    setTimeout(() => process.exit(1), STOP_WITHIN_MS).unref();
    // Live streams never end by themselves.
    void feed.close();
    const quiet = alarms.close();
    void listening
      .close()
      .then(() => quiet)
      .then(() => Promise.allSettled([open.close(), compute.close()]))
      .then(() => process.exit(0));
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
