import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { BackOff } from './back-off';
import { buildServer, buildWeb } from './build';
import { dataDirectory } from './data-directory';
import { askedPort, freePort, portTaken } from './free-port';
import { needPostgres } from './install-packages';
import { claim } from './lock';
import { backupsDirectory, beforeMigration, nightly } from './kept-backups';
import { startCluster, type Cluster } from './private-cluster';
import { inWords, say } from './say';
import { PortTakenError, startServer, type ServerProcess } from './server-process';

/** How to run the program. */
export interface ServeOptions {
  readonly root: string;
  readonly dataDir: string | undefined;
  readonly port: number | undefined;
  readonly demo: boolean;
  readonly fresh: boolean;
}

const USUAL_PORT = 4280;
/** The demo keeps its jobs apart from the workshop's own. */
export const DEMO_DATABASE = 'variatum_demo';
const LOOK_EVERY_MS = 500;
/** How often it is looked whether a backup is due: not in the first minutes, which belong to whoever has just started. */
const LOOK_FOR_BACKUP_MS = 10 * 60_000;

/** Environment every server process of this checkout shares. */
export function serverEnvironment(root: string, url: string, port: number): Record<string, string> {
  return {
    VARIATUM_DATABASE_URL: url,
    VARIATUM_PORT: String(port),
    VARIATUM_WEB_DIRECTORY: join(root, 'dist/web/browser'),
    VARIATUM_MIGRATIONS_DIRECTORY: join(root, 'apps/server/migrations'),
    VARIATUM_LOG_LEVEL: process.env['VARIATUM_LOG_LEVEL'] ?? 'warn',
  };
}

/** Starts the server on the port asked for, or on a free one; a port lost in the moment between is looked for again. */
async function firstServer(
  root: string,
  asked: number | undefined,
  environment: (port: number) => Record<string, string>,
): Promise<ServerProcess> {
  for (let tries = 0; ; tries++) {
    const port = asked === undefined ? await freePort(USUAL_PORT) : await askedPort(asked);
    try {
      return await startServer(root, environment(port));
    } catch (error) {
      if (!(error instanceof PortTakenError)) throw error;
      if (asked !== undefined || tries >= 5) throw portTaken(port);
    }
  }
}

/**
 * Runs database and server until told to stop; answers the exit code. Either of them, should it end by itself, is started again
 * on the same port, with longer and longer pauses while that fails.
 */
export async function serve({ root, dataDir, port, demo, fresh }: ServeOptions): Promise<number> {
  let stopping = false;
  const asked = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        stopping = true;
        resolve();
      });
  });
  if (port !== undefined) await askedPort(port);
  const programs = await needPostgres();
  // What cannot work is said before anything that takes long.
  const home = dataDirectory(root, dataDir);
  const release = claim(home);
  const database = demo ? DEMO_DATABASE : undefined;
  let cluster: Cluster | undefined;
  let server: ServerProcess | undefined;
  try {
    await buildServer(root);
    await buildWeb(root);
    cluster = await startCluster(programs, home, database);
    let { url } = cluster;
    const kept = demo ? null : await beforeMigration(programs, root, url, home, new Date());
    if (kept) say(`a backup was made before the tables are brought up to date: ${kept.file}`);
    const environment = (on: number, first: boolean): Record<string, string> => ({
      ...serverEnvironment(root, url, on),
      VARIATUM_DEMO: demo ? '1' : '0',
      ...(demo ? {} : { VARIATUM_BACKUPS_DIRECTORY: backupsDirectory(home) }),
      // Only the first start may empty anything.
      VARIATUM_FRESH: fresh && first ? '1' : '0',
    });
    server = await firstServer(root, port, (on) => environment(on, true));
    process.stdout.write(`Variatum is at http://127.0.0.1:${server.port}/  (Ctrl-C stops it)\n`);
    if (server.ownerCode !== null)
      process.stdout.write(`To give everybody who works here a name: http://127.0.0.1:${server.port}/join#${server.ownerCode}\n`); // prettier-ignore

    const looking = demo ? undefined : setInterval(() => void nightly(programs, url, home, new Date()).catch((error: unknown) => say(`no backup could be made: ${inWords(error)}`)), LOOK_FOR_BACKUP_MS); // prettier-ignore
    const [clusterTries, serverTries] = [new BackOff(), new BackOff()];
    let ended = false;
    const watch = (one: ServerProcess): void => void one.ended.then(() => (ended = true));
    watch(server);
    while (!stopping) {
      await Promise.race([asked, pause(LOOK_EVERY_MS), server.ended.then(() => pause(0))]);
      if (stopping) break;
      if (!cluster.alive()) {
        say('the database ended unexpectedly; it is started again');
        try {
          cluster = await startCluster(programs, home, database, cluster.port);
          say('the database is there again');
        } catch (error) {
          const wait = clusterTries.next(Date.now());
          say(`${inWords(error)} Trying again in ${wait / 1000} s.`);
          await Promise.race([asked, pause(wait)]);
          continue;
        }
        if (cluster.url !== url) {
          // Its port was taken meanwhile: the server must learn the new one.
          url = cluster.url;
          await server.stop();
        }
      }
      if (!ended) continue;
      const wait = serverTries.next(Date.now());
      say(`the server ended unexpectedly; it is started again in ${wait / 1000} s`);
      await Promise.race([asked, pause(wait)]);
      if (stopping) break;
      try {
        server = await startServer(root, environment(server.port, false));
        ended = false;
        watch(server);
        say('the server is there again');
      } catch (error) {
        if (!(error instanceof PortTakenError)) say(inWords(error));
        else say(`port ${server.port} is taken by another program; it is tried again`);
      }
    }
    clearInterval(looking);
    return 0;
  } finally {
    await server?.stop();
    cluster?.stop();
    release();
  }
}
