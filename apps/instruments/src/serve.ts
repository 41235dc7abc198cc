import { createServer, type Server } from 'node:http';
import { INSTRUMENTS, linesOf, WrongScenario, type Instrument, type Said } from './scenario';

const LOOPBACK = '127.0.0.1';
const MOST_PER_SECOND = 50;

/**
 * Serves simulated instruments on this machine: `GET /oxygen?seed=1&rate=5&fault=tape-lifted@120` is a stream of
 * newline-delimited JSON without end, a line for each reading, that begins at the second the request comes.
 */
export function serveInstruments(port: number): Promise<Server> {
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', `http://${LOOPBACK}`);
    const kind = INSTRUMENTS.find((one) => url.pathname === `/${one}`);
    if (!kind) {
      response.writeHead(url.pathname === '/' ? 200 : 404, { 'Content-Type': 'text/plain; charset=utf-8' });
      response.end(`${INSTRUMENTS.map((one) => `http://${LOOPBACK}:${port}/${one}`).join('\n')}\n`);
      return;
    }
    const said: Said & { readonly rate?: string } = Object.fromEntries(url.searchParams);
    const rate = Math.min(MOST_PER_SECOND, Math.max(0.1, Number(said.rate ?? 2) || 2));
    let lineAt: ReturnType<typeof linesOf>;
    try {
      lineAt = linesOf(kind satisfies Instrument, said);
    } catch (error) {
      if (!(error instanceof WrongScenario)) throw error;
      response.writeHead(400, { 'Content-Type': 'text/plain; charset=utf-8' });
      response.end(`${error.message}\n`);
      return;
    }
    response.writeHead(200, { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' });
    const began = Date.now();
    const timer = setInterval(() => {
      const now = Date.now();
      // A reader that does not read misses readings; it is shown none late.
      if (!response.writableNeedDrain)
        response.write(`${JSON.stringify({ at: new Date(now).toISOString(), ...lineAt((now - began) / 1000) })}\n`);
    }, 1000 / rate);
    response.on('close', () => clearInterval(timer));
  });
  return new Promise((done, fail) => {
    server.once('error', fail);
    server.listen(port, LOOPBACK, () => done(server));
  });
}
