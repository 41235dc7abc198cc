import { watchFile, unwatchFile } from 'node:fs';
import type { Server } from 'node:http';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { setTimeout as pause } from 'node:timers/promises';
import { BackOff } from './back-off';
import { buildServer, buildWeb } from './build';
import { DatabaseGoneError } from './cluster-files';
import { dataDirectory } from './data-directory';
import { databaseUrl } from './database-url';
import type { Flags, NetworkFlags } from './flags';
import { askedPort, freePort, portTaken, securePortTaken } from './free-port';
import { needPostgres } from './install-packages';
import { claim } from './lock';
import { backupsDirectory, beforeMigration, nightly } from './kept-backups';
import { serveMetrics } from './metrics';
import { startCluster, type Cluster } from './private-cluster';
import { inWords, PlainError, say } from './say';
import { PortTakenError, startServers, type ServerGroup } from './server-group';
import type { CertificateFiles } from './network';

/** How to run the program. */
export interface ServeOptions extends Omit<Flags, 'rest'> {
  readonly root: string;
  readonly demo: boolean;
}

const USUAL_PORT = 4280;
const USUAL_SECURE_PORT = 4443;
/** The demo keeps its jobs apart from the workshop's own. */
export const DEMO_DATABASE = 'variatum_demo';
const LOOK_EVERY_MS = 500;
/**
 * How often it is looked whether a backup is due: not in the first minutes, which belong to whoever has just started.
 */
const LOOK_FOR_BACKUP_MS = 10 * 60_000;
/** How often it is looked whether the certificate is due, or the machine has got another address. */
const LOOK_AT_CERTIFICATE_MS = 3600_000;

/** Environment every server process of this checkout shares. */
export function serverEnvironment(root: string, url: string, port: number): Record<string, string> {
  return {
    VARIATUM_DATABASE_URL: url,
    VARIATUM_PORT: String(port),
    VARIATUM_WEB_DIRECTORY: process.env['VARIATUM_WEB_DIRECTORY'] ?? join(root, 'dist/web/browser'),
    VARIATUM_MIGRATIONS_DIRECTORY: join(root, 'apps/server/migrations'),
    VARIATUM_LOG_LEVEL: process.env['VARIATUM_LOG_LEVEL'] ?? 'warn',
  };
}

/** Starts the server on the port asked for, or on a free one; a port lost in the moment between is looked for again. */
async function onPort(
  asked: number | undefined,
  start: (port: number) => Promise<ServerGroup>,
): Promise<{ readonly port: number; readonly servers: ServerGroup }> {
  for (let tries = 0; ; tries++) {
    const port = asked === undefined ? await freePort(USUAL_PORT) : await askedPort(asked);
    try {
      return { port, servers: await start(port) };
    } catch (error) {
      if (!(error instanceof PortTakenError)) throw error;
      if (error.port !== port) throw securePortTaken(error.port);
      if (asked !== undefined || tries >= 5) throw portTaken(port);
    }
  }
}

/** The network as the server processes are told of it. */
interface Network {
  readonly environment: Readonly<Record<string, string>>;
  readonly files: CertificateFiles | undefined;
  readonly securePort: number;
}

async function networkOf(
  home: string,
  { listen, securePort, hosts, certificate, key, proxies }: NetworkFlags,
): Promise<Network> {
  const port = securePort ?? USUAL_SECURE_PORT;
  const shared = { VARIATUM_ALLOWED_HOSTS: hosts.join(','), VARIATUM_TRUSTED_PROXIES: proxies.join(',') };
  if (listen === undefined) return { environment: shared, files: undefined, securePort: port };
  // Loaded only where it is used: the library of certificates is large.
  const { givenCertificate, machineNames, ownCertificate } = await import('./network');
  const files =
    certificate !== undefined && key !== undefined
      ? givenCertificate(certificate, key, new Date())
      : await ownCertificate(home, machineNames(listen, hosts), new Date());
  for (const name of files.leftOut)
    say(
      `the authority of this machine may not speak for ${name}; to use that name move ${join(home, 'tls')} away, ` +
        'start anew and let every device trust the new one',
    );
  return {
    files,
    securePort: port,
    environment: {
      ...shared,
      VARIATUM_SECURE_ADDRESS: listen,
      VARIATUM_SECURE_PORT: String(port),
      VARIATUM_CERTIFICATE_FILE: files.certificateFile,
      VARIATUM_KEY_FILE: files.keyFile,
      ...(files.authorityFile === undefined ? {} : { VARIATUM_AUTHORITY_FILE: files.authorityFile }),
    },
  };
}

/**
 * Starts the database; where there was one and it has gone, whoever sits at the terminal is asked before an empty one
 * is made.
 */
async function startOrAsk(
  programs: string,
  home: string,
  database: string | undefined,
  beginAnew: boolean,
): Promise<Cluster> {
  try {
    return await startCluster(programs, home, database, undefined, beginAnew);
  } catch (error) {
    if (!(error instanceof DatabaseGoneError) || !process.stdin.isTTY) throw error;
    say(inWords(error));
    const terminal = createInterface({ input: process.stdin, output: process.stderr });
    const answer = await terminal.question('Make an empty one here? Type "empty" to do so: ');
    terminal.close();
    if (answer.trim() !== 'empty') throw error;
    return startCluster(programs, home, database, undefined, true);
  }
}

const inAddress = (name: string): string => (name.includes(':') ? `[${name}]` : name);

function printNetwork({ files, securePort }: Network): void {
  if (!files) return;
  // An address first: a name needs somebody in the network who knows it.
  const names = [...files.speaksFor].sort((one, other) => Number(isIP(other) > 0) - Number(isIP(one) > 0));
  const addresses = names.map((name) => `https://${inAddress(name)}:${securePort}/`);
  process.stdout.write(`On the network: ${addresses.join('  ')}\n`);
  if (files.authorityFile !== undefined)
    process.stdout.write(`A device that has not been here yet opens ${addresses[0] ?? ''}trust first.\n`);
}

/**
 * Runs database and server until told to stop; answers the exit code. Either of them, should it end by itself, is
 * started again on the same port, with longer and longer pauses while that fails. SIGUSR2 builds what has changed and
 * replaces one server process after another.
 */
export async function serve({
  root,
  dataDir,
  port: asked,
  demo,
  fresh,
  beginAnew,
  ...flags
}: ServeOptions): Promise<number> {
  let stopping = false;
  const told = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        stopping = true;
        resolve();
      });
  });
  if (demo && (flags.listen !== undefined || flags.proxies.length > 0))
    throw new PlainError(
      'the demo signs its made-up people in by one tap, so it is there on its own machine only; use ./variatum start',
    );
  if (asked !== undefined) await askedPort(asked);
  const outside = demo ? undefined : databaseUrl(process.env);
  const programs = await needPostgres();
  // What cannot work is said before anything that takes long.
  const home = dataDirectory(root, dataDir);
  const release = claim(home);
  const database = demo ? DEMO_DATABASE : undefined;
  let cluster: Cluster | undefined;
  let servers: ServerGroup | undefined;
  let metrics: Server | undefined;
  const timers: NodeJS.Timeout[] = [];
  try {
    const network = await networkOf(home, flags);
    await buildServer(root);
    await buildWeb(root);
    if (outside === undefined) cluster = await startOrAsk(programs, home, database, beginAnew);
    let url = outside ?? (cluster as Cluster).url;
    const backUpFirst = async (): Promise<void> => {
      const kept = demo ? null : await beforeMigration(programs, root, url, home, new Date());
      if (kept) say(`a backup was made before the tables are brought up to date: ${kept.file}`);
    };
    await backUpFirst();
    const environment = (on: number): Record<string, string> => ({
      ...serverEnvironment(root, url, on),
      ...network.environment,
      VARIATUM_DEMO: demo ? '1' : '0',
      ...(demo ? {} : { VARIATUM_BACKUPS_DIRECTORY: backupsDirectory(home) }),
      VARIATUM_FRESH: '0',
      VARIATUM_FIRST: '0',
    });
    // Only the first process may empty anything, or make the code the owner begins with.
    const first = { VARIATUM_FIRST: '1', VARIATUM_FRESH: fresh ? '1' : '0' };
    const begun = await onPort(asked, (on) => startServers(root, environment(on), flags.processes, first));
    const { port } = begun;
    servers = begun.servers;
    const group = begun.servers;
    process.stdout.write(`Variatum is at http://127.0.0.1:${port}/  (Ctrl-C stops it)\n`);
    printNetwork(network);
    if (group.ownerCode !== null)
      process.stdout.write(
        `To give everybody who works here a name: http://127.0.0.1:${port}/join#${group.ownerCode}\n`,
      );
    if (flags.metricsPort !== undefined) metrics = await serveMetrics(flags.metricsPort);

    const every = (ms: number, what: string, act: () => Promise<unknown>): void => {
      timers.push(setInterval(() => void act().catch((error: unknown) => say(`${what}: ${inWords(error)}`)), ms));
    };
    if (!demo) every(LOOK_FOR_BACKUP_MS, 'no backup could be made', () => nightly(programs, url, home, new Date()));
    const { files } = network;
    if (files) {
      const again = (): void => group.tell({ readCertificate: true });
      // One's own is made anew here; one that was given is renewed by whoever gave it.
      if (files.authorityFile !== undefined)
        every(
          LOOK_AT_CERTIFICATE_MS,
          'the certificate could not be renewed',
          async () => void (await networkOf(home, flags)),
        );
      watchFile(files.certificateFile, again);
    }
    let replacing: Promise<void> = Promise.resolve();
    process.on('SIGUSR2', () => {
      replacing = replacing
        .then(async () => {
          await buildServer(root);
          await buildWeb(root);
          await backUpFirst();
          await group.replace(environment(port));
          say('every server process was replaced');
        })
        .catch((error: unknown) => say(`the server processes were not replaced: ${inWords(error)}`));
    });

    const tries = new BackOff();
    while (!stopping) {
      await Promise.race([told, pause(LOOK_EVERY_MS)]);
      if (stopping || !cluster || cluster.alive()) continue;
      say('the database ended unexpectedly; it is started again');
      try {
        cluster = await startCluster(programs, home, database, cluster.port);
        say('the database is there again');
      } catch (error) {
        const wait = tries.next(Date.now());
        say(`${inWords(error)} Trying again in ${wait / 1000} s.`);
        await Promise.race([told, pause(wait)]);
        continue;
      }
      if (cluster.url !== url) {
        // Its port was taken meanwhile: the servers must learn the new one.
        url = cluster.url;
        await group.replace(environment(port));
      }
    }
    if (files) unwatchFile(files.certificateFile);
    return 0;
  } finally {
    for (const timer of timers) clearInterval(timer);
    metrics?.close();
    await servers?.stop();
    cluster?.stop();
    release();
  }
}
