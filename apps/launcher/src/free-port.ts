import { createServer, type AddressInfo } from 'node:net';
import { PlainError } from './say';

function listen(port: number): Promise<number | undefined> {
  return new Promise((resolve) => {
    const server = createServer();
    server.on('error', () => resolve(undefined));
    server.listen(port, '127.0.0.1', () => {
      // A server that listens on a port has an address of this kind; text is for sockets.
      const { port: got } = server.address() as AddressInfo;
      server.close(() => resolve(got));
    });
  });
}

/** The wanted port of 127.0.0.1 when it is free, otherwise any free one. */
export async function freePort(wanted: number): Promise<number> {
  return (await listen(wanted)) ?? ((await listen(0)) as number);
}

/** What is said of a port that was asked for and is taken: another one in its place would not be found by who asked. */
export const portTaken = (port: number): PlainError =>
  new PlainError(`port ${port} is taken by another program; stop that one, choose another --port, or leave --port out`);

/** The same of the port other machines come by. */
export const securePortTaken = (port: number): PlainError =>
  new PlainError(`port ${port} is taken by another program; stop that one, or choose another --secure-port`);

/** The port asked for. @throws PlainError when it is taken */
export async function askedPort(port: number): Promise<number> {
  if ((await listen(port)) === undefined) throw portTaken(port);
  return port;
}
