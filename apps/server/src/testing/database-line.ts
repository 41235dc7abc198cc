import { connect, createServer, type AddressInfo, type Socket } from 'node:net';

/** A line to a database that can be cut, closed or frozen, as cables, servers and disks do it. */
export interface DatabaseLine {
  /** The database's address over this line. */
  readonly url: string;
  /** Breaks every connection; new ones are let through. */
  cut(): void;
  /** Breaks every connection and listens no longer, until it is opened again. */
  close(): Promise<void>;
  open(): Promise<void>;
  /** Holds everything back in both directions without breaking a connection. */
  freeze(): void;
  thaw(): void;
  /** Passes the next statement that holds these words on, and breaks the connection before its answer comes back. */
  loseAnswerTo(words: string): void;
  end(): Promise<void>;
}

/** Opens a line to the database behind a connection string. */
export async function databaseLine(url: string): Promise<DatabaseLine> {
  const target = new URL(url);
  const { hostname, port } = target;
  const pairs = new Set<{ readonly client: Socket; readonly database: Socket }>();
  let frozen = false;
  let losing: string | undefined;
  const server = createServer((client) => {
    const database = connect(Number(port), hostname);
    const pair = { client, database };
    pairs.add(pair);
    let mute = false;
    client.on('data', (chunk: Buffer) => {
      if (losing !== undefined && chunk.toString('latin1').includes(losing)) {
        losing = undefined;
        mute = true;
      }
      database.write(chunk);
    });
    database.on('data', (chunk: Buffer) => {
      if (mute) client.destroy();
      else client.write(chunk);
    });
    for (const socket of [client, database]) {
      socket.on('error', () => undefined);
      socket.on('close', () => {
        pairs.delete(pair);
        client.destroy();
        database.destroy();
      });
      if (frozen) socket.pause();
    }
  });
  const listen = (on: number): Promise<void> => new Promise((done) => server.listen(on, '127.0.0.1', done));
  await listen(0);
  const own = (server.address() as AddressInfo).port;
  target.port = String(own);
  const cut = (): void => {
    for (const { client, database } of pairs) {
      client.destroy();
      database.destroy();
    }
  };
  const close = async (): Promise<void> => {
    const closed = new Promise((done) => server.close(done));
    cut();
    await closed;
  };
  const each = (act: 'pause' | 'resume'): void => {
    for (const { client, database } of pairs) {
      client[act]();
      database[act]();
    }
  };
  return {
    url: target.href,
    cut,
    close,
    open: () => (server.listening ? Promise.resolve() : listen(own)),
    freeze: () => {
      frozen = true;
      each('pause');
    },
    thaw: () => {
      frozen = false;
      each('resume');
    },
    loseAnswerTo: (words) => void (losing = words),
    end: close,
  };
}
