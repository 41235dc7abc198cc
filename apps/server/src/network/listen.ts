import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https';
import { Server as NetServer } from 'node:net';
import { answerUnreadable } from '../http/unreadable';
import type { Settings } from '../settings';
import type { Reach } from './reach';

/** Listens where the settings say. */
export interface Listening {
  /** Lets go: takes no more connections, answers what is on its way, and ends. */
  close(): Promise<void>;
  /** Shows the certificate as it stands in its files now. @throws Error when it cannot be read */
  readCertificate(): void;
}

/** A port cannot be listened on. */
export class CannotListen extends Error {
  constructor(
    readonly port: number,
    readonly code: string,
  ) {
    super(`cannot listen on port ${port}: ${code}`);
  }
}

/** How long a kept connection without a request stands after the last answer on it, ms: told to clients, too. */
const KEEP_ALIVE_MS = 5000;

const begin = (server: Server | SecureServer, port: number, address: string): Promise<void> =>
  new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) => fail(new CannotListen(port, error.code ?? error.message)));
    server.listen(port, address, () => done());
  });

/**
 * Serves an application on this machine and, with transport encryption, on the network.
 * @throws CannotListen
 */
export async function listenOn(
  { port, secure }: Pick<Settings, 'port' | 'secure'>,
  reach: Reach,
  application: RequestListener,
): Promise<Listening> {
  let closing = false;
  const answer: RequestListener = (request, response) => {
    // What comes on a kept connection is answered still; then the connection ends, and the next one is another
    // process's.
    if (closing) response.setHeader('Connection', 'close');
    application(request, response);
  };
  const plain = createServer({ keepAliveTimeout: KEEP_ALIVE_MS }, answer);
  const certificate = secure && reach.readAgain();
  const encrypted =
    certificate &&
    createSecureServer({ ...certificate, minVersion: 'TLSv1.2', keepAliveTimeout: KEEP_ALIVE_MS }, answer);
  const servers = [plain, ...(encrypted ? [encrypted] : [])];
  for (const server of servers) answerUnreadable(server);
  await begin(plain, port, '127.0.0.1');
  if (encrypted && secure) await begin(encrypted, secure.port, secure.address);
  return {
    close: async () => {
      closing = true;
      // Not the close of HTTP, which breaks kept connections at once, with what may just be coming on them.
      const closed = servers.map(
        (server) => new Promise<void>((done) => NetServer.prototype.close.call(server, () => done())),
      );
      // A client that was told how long a connection stands asks nothing more on it after that.
      const idle = setTimeout(() => servers.forEach((server) => server.closeIdleConnections()), KEEP_ALIVE_MS);
      await Promise.all(closed);
      clearTimeout(idle);
    },
    readCertificate: () => {
      const renewed = reach.readAgain();
      if (renewed) encrypted?.setSecureContext({ ...renewed, minVersion: 'TLSv1.2' });
    },
  };
}
