import cluster, { type Worker } from 'node:cluster';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { BackOff } from './back-off';
import { inWords, PlainError, say } from './say';

/** Server processes that share their ports. */
export interface ServerGroup {
  /** Code the first owner begins with, while the workshop has no people; null once it has. */
  readonly ownerCode: string | null;
  /**
   * Replaces one process after another: the new one listens before the old one lets go.
   * @param environment of the new ones
   */
  replace(environment: Environment): Promise<void>;
  /** Tells every process something. */
  tell(message: Readonly<Record<string, unknown>>): void;
  stop(): Promise<void>;
}

type Environment = Readonly<Record<string, string>>;

/** A port was taken between looking for it and listening on it. */
export class PortTakenError extends Error {
  constructor(readonly port: number) {
    super(`port ${port} is taken`);
  }
}

/** A server that does not end when asked is made to, ms. */
const END_WITHIN_MS = 12_000;

interface Server {
  readonly worker: Worker;
  readonly ownerCode: string | null;
  readonly ended: Promise<number>;
}

const isGone = ({ worker }: Server): boolean => worker.process.exitCode !== null || worker.process.signalCode !== null;

/** Starts one process and waits until it listens. @throws PortTakenError, PlainError */
function start(root: string, environment: Environment): Promise<Server> {
  cluster.setupPrimary({
    exec: join(root, 'dist/server.mjs'),
    execArgv: ['--enable-source-maps'],
    args: [],
    cwd: root,
    stdio: ['ignore', process.stderr, process.stderr, 'ipc'],
  });
  const worker = cluster.fork({ NODE_ENV: 'production', ...environment });
  const ended = new Promise<number>((resolve) => worker.process.on('close', (code) => resolve(code ?? 1)));
  return new Promise((resolve, reject) => {
    void ended.then((code) => reject(new PlainError(`the server ended with code ${code} before it listened`)));
    worker.on('error', reject);
    worker.on(
      'message',
      (message: { listening?: true; ownerCode?: string | null; cannotListen?: string; port?: number }) => {
        if (message.cannotListen === 'EADDRINUSE') reject(new PortTakenError(message.port ?? 0));
        if (message.listening) resolve({ worker, ownerCode: message.ownerCode ?? null, ended });
      },
    );
  });
}

async function end(server: Server): Promise<void> {
  if (!isGone(server)) server.worker.process.kill('SIGTERM');
  const force = setTimeout(() => server.worker.process.kill('SIGKILL'), END_WITHIN_MS);
  await server.ended;
  clearTimeout(force);
}

/**
 * Starts processes that share their ports, and keeps them: one that ends by itself is started again, with longer and
 * longer pauses while that fails.
 * @param first environment of the first one alone: what must be done once
 * @throws PortTakenError, PlainError
 */
export async function startServers(
  root: string,
  environment: Environment,
  count: number,
  first: Environment = {},
): Promise<ServerGroup> {
  // Several take turns; one by itself takes its connections without a detour over this process.
  cluster.schedulingPolicy = count > 1 ? cluster.SCHED_RR : cluster.SCHED_NONE;
  let current = environment;
  let stopping = false;
  const stopped = new AbortController();
  const slots: Server[] = [];
  const watch = (slot: number, server: Server): void => {
    slots[slot] = server;
    void server.ended.then(() => (slots[slot] === server && !stopping ? again(slot) : undefined));
  };
  const tries = Array.from({ length: count }, () => new BackOff());
  const again = async (slot: number): Promise<void> => {
    while (!stopping) {
      const wait = (tries[slot] as BackOff).next(Date.now());
      say(`the server ended unexpectedly; it is started again in ${wait / 1000} s`);
      await pause(wait, undefined, { signal: stopped.signal }).catch(() => undefined);
      if (stopping) return;
      try {
        watch(slot, await start(root, current));
        say('the server is there again');
        return;
      } catch (error) {
        if (error instanceof PortTakenError) say(`port ${error.port} is taken by another program; it is tried again`);
        else say(inWords(error));
      }
    }
  };
  const begun = await start(root, { ...environment, ...first });
  watch(0, begun);
  try {
    // Together: the first one has done what is done once.
    const others = await Promise.all(Array.from({ length: count - 1 }, () => start(root, environment)));
    others.forEach((server, index) => watch(index + 1, server));
  } catch (error) {
    stopping = true;
    for (const id in cluster.workers) cluster.workers[id]?.process.kill('SIGKILL');
    throw error;
  }
  return {
    ownerCode: begun.ownerCode,
    replace: async (next) => {
      current = next;
      for (let slot = 0; slot < count && !stopping; slot++) {
        const old = slots[slot];
        watch(slot, await start(root, current));
        if (old) await end(old);
      }
    },
    tell: (message) => {
      for (const { worker } of slots) if (worker.isConnected()) worker.send(message);
    },
    stop: async () => {
      stopping = true;
      stopped.abort();
      const forked = Object.values(cluster.workers ?? {});
      await Promise.all(slots.map(end));
      // One that was just being started belongs to no slot yet.
      for (const worker of forked) if (worker?.process.exitCode === null) worker.process.kill('SIGKILL');
    },
  };
}
