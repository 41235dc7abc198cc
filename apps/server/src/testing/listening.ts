import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';

/** An application on a socket, for what a request in the process itself cannot show: streams, held requests. */
export interface Listening {
  readonly port: number;
  readonly address: string;
  close(): Promise<void>;
}

/** Listens on any free port of this machine. */
export async function listening(application: RequestListener): Promise<Listening> {
  const server = createServer(application);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  return {
    port,
    address: `http://127.0.0.1:${port}`,
    close: () => {
      server.closeAllConnections();
      return new Promise((done) => server.close(() => done()));
    },
  };
}
