import { createServer, type AddressInfo } from 'node:net';

/** A port nobody listens on now. */
export function freePortFor(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}
