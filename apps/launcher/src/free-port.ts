import { createServer, type AddressInfo } from 'node:net';

function listen(port: number): Promise<number | undefined> {
  return new Promise((resolve) => {
    const server = createServer();
    server.on('error', () => resolve(undefined));
    server.listen(port, '127.0.0.1', () => {
      const { port: got } = server.address() as AddressInfo;
      server.close(() => resolve(got));
    });
  });
}

/** The wanted port of 127.0.0.1 when it is free, otherwise any free one. */
export async function freePort(wanted: number): Promise<number> {
  return (await listen(wanted)) ?? ((await listen(0)) as number);
}
