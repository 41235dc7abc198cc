import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { linesOf, sendLines, serveInstruments, WrongScenario } from '.';

test('every kind gives lines of its own, the same at the same second', () => {
  expect(Object.keys(linesOf('oxygen', {})(10))).toEqual(['ppm']);
  expect(Object.keys(linesOf('temperature', {})(10))).toEqual(['tempC']);
  expect(Object.keys(linesOf('ferrite', {})(10))).toEqual(['fn']);
  expect(linesOf('analyser', { grade: '316L' })(3)).toEqual(linesOf('analyser', { grade: '316L' })(3));
});

test('what is said wrongly is told with what would be right', () => {
  expect(() => linesOf('oxygen', { fault: 'fire@3' })).toThrow('fault: use one of tape-lifted');
  expect(() => linesOf('oxygen', { litres: 'many' })).toThrow('litres: give 0.01 to 10000');
  expect(() => linesOf('analyser', { grade: '999' })).toThrow(WrongScenario);
});

test('a stream of lines is served on this machine alone', async () => {
  const server = await serveInstruments(0);
  const { port, address } = server.address() as AddressInfo;
  expect(address).toBe('127.0.0.1');
  const stop = new AbortController();
  const response = await fetch(`http://127.0.0.1:${port}/oxygen?rate=50`, { signal: stop.signal });
  expect(response.headers.get('content-type')).toBe('application/x-ndjson');
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  let text = '';
  while (text.split('\n').length < 4) text += new TextDecoder().decode((await reader.read()).value);
  const [first, second] = text
    .split('\n')
    .map((line) => (line ? (JSON.parse(line) as { at: string; ppm: number }) : null));
  expect(Date.parse(second!.at)).toBeGreaterThan(Date.parse(first!.at));
  stop.abort();
  expect((await fetch(`http://127.0.0.1:${port}/oxygen?fault=fire`)).status).toBe(400);
  expect((await fetch(`http://127.0.0.1:${port}/clock`)).status).toBe(404);
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});

/** A program that takes lines, and may break while it does. */
async function receiver(
  answer: (lines: string[], request: IncomingMessage, response: ServerResponse) => void,
): Promise<{ url: string; server: Server }> {
  const server = createServer((request, response) => {
    const lines: string[] = [];
    let rest = '';
    request.setEncoding('utf8');
    request.on('data', (chunk: string) => {
      rest += chunk;
      const parts = rest.split('\n');
      rest = parts.pop() ?? '';
      lines.push(...parts);
      answer(lines, request, response);
    });
    request.on('end', () => response.end(JSON.stringify({ taken: lines.length, refused: 0 })));
    request.on('error', () => undefined);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, server };
}

test('what a broken request carried is sent again, in order, and nothing is lost', async () => {
  let breaks = 2;
  const whole: string[] = [];
  const { url, server } = await receiver((lines, request) => {
    if (breaks > 0 && lines.length >= 3) {
      breaks--;
      request.destroy();
      return;
    }
    for (const line of lines.slice()) if (!whole.includes(line)) whole.push(line);
  });
  const said: string[] = [];
  const sender = sendLines({ url, key: 'k' }, (words) => said.push(words));
  for (let value = 0; value < 8; value++) sender.line({ at: `2026-01-05T08:00:0${value}Z`, ppm: value });
  await sender.end();
  expect(sender.unanswered).toBe(0);
  expect(whole.map((line) => (JSON.parse(line) as { ppm: number }).ppm)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(said.length).toBeGreaterThan(0);
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});
