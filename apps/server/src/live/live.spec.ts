import type { Change, Reading, ToldReadings } from '@variatum/contracts';
import express from 'express';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { connect } from 'node:net';
import { NEVER, Subject, type Observable } from 'rxjs';
import { errorHandler } from '../http/error-handler';
import { listening, type Listening } from '../testing/listening';
import { testServer, type TestServer } from '../testing/test-server';
import { ONLY_WORKSHOP_ID } from '../workshop/store';
import { liveRoutes } from './routes';

let server: TestServer;
let socket: Listening;
let address: string;
beforeAll(async () => {
  server = await testServer();
  socket = await listening(server.app);
  ({ address } = socket);
});
afterAll(async () => {
  await socket.close();
  await server.close();
});

/** Opens the stream, as soon as changes are heard of. */
async function events(signal?: AbortSignal): Promise<Response> {
  for (;;) {
    const response = await fetch(`${address}/api/events`, signal ? { signal } : {});
    if (response.status !== 503) return response;
    await response.text();
  }
}

/** Reads events until `enough` of them are in. */
async function listen(enough: number, meanwhile: () => Promise<void>): Promise<Change[]> {
  const stop = new AbortController();
  const response = await events(stop.signal);
  expect(response.headers.get('content-type')).toBe('text/event-stream');
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  const changes: Change[] = [];
  await meanwhile();
  let text = '';
  while (changes.length < enough) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
    const parts = text.split('\n\n');
    text = parts.pop() ?? '';
    for (const part of parts) if (part.startsWith('data: ')) changes.push(JSON.parse(part.slice(6)) as Change);
  }
  stop.abort();
  return changes;
}

test('every change is told with its kind, its job and its version', async () => {
  let job = '';
  const changes = await listen(4, async () => {
    job = (await server.request.post('/api/jobs').send({ title: 'Live' })).body.id as string;
    const piece = (await server.request.post(`/api/jobs/${job}/pieces`).send({ name: 'Rail' })).body.id as string;
    await server.request.post(`/api/pieces/${piece}/tests`).send({ entry: { test: 'chips', outcome: 'short' } });
    await server.request.patch(`/api/jobs/${job}`).send({ version: 1, state: 'out' });
  });
  expect(changes.map(({ kind, job: owner, version }) => [kind, owner, version])).toEqual([
    ['job', job, 1],
    ['piece', job, 1],
    ['field_test', job, 1],
    ['job', job, 2],
  ]);
});

test('when a change may have been missed the stream ends until changes are heard of again', async () => {
  const response = await events();
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  await server.line.close();
  for (;;) if ((await reader.read()).done) break;
  expect((await fetch(`${address}/api/events`)).status).toBe(503);
  await server.line.open();
  expect(
    (await listen(1, async () => void (await server.request.post('/api/jobs').send({ title: 'Heard' })))).length,
  ).toBe(1);
});

test('a database that freezes ends the stream as well, though it breaks no connection', async () => {
  const response = await events();
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  server.line.freeze();
  for (;;) if ((await reader.read()).done) break;
  server.line.thaw();
});

/** Streams of a feed the test itself speaks for. */
async function streamsOf(
  changes: Observable<Change>,
  most: number,
  readings: Observable<ToldReadings> = NEVER,
): Promise<{ port: number; end(): Promise<void> }> {
  const app = express();
  const feed = { changes, readings, gaps: NEVER, listening: () => true, close: () => Promise.resolve() };
  app.use(
    liveRoutes(feed, () => Promise.resolve({ workshop: ONLY_WORKSHOP_ID, stillMay: () => Promise.resolve(true) }), most)
      .router,
  );
  app.use(errorHandler);
  const { port, close } = await listening(app);
  return { port, end: close };
}

test('a reader that does not read is let go instead of being kept for', async () => {
  const changes = new Subject<Change>();
  const { port, end } = await streamsOf(changes, 10);
  // A page that reads takes in what comes at once; only a bare connection can hold back.
  const slow = connect(port, '127.0.0.1');
  slow.write('GET /events HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n');
  await once(slow, 'data');
  slow.pause();
  const told: Change = { workshop: ONLY_WORKSHOP_ID, kind: 'job', id: randomUUID(), job: null, version: 1 };
  while (changes.observed) {
    for (let count = 0; count < 1000; count++) changes.next(told);
    await new Promise((resolve) => setImmediate(resolve));
  }
  slow.destroy();
  await end();
});

test('a slow reader is shown fewer readings, of each meter the newest, and is not let go', async () => {
  const readings = new Subject<ToldReadings>();
  const { port, end } = await streamsOf(NEVER, 10, readings);
  const slow = connect(port, '127.0.0.1');
  slow.write('GET /events HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n');
  await once(slow, 'data');
  slow.pause();
  const meters = Array.from({ length: 20 }, () => randomUUID());
  const at = new Date().toISOString();
  const told = 20_000;
  for (let value = 1; value <= told; value++) {
    readings.next({ workshop: ONLY_WORKSHOP_ID, readings: meters.map((meter): Reading => ({ meter, at, value })) });
    if (value % 500 === 0) await new Promise((resolve) => setImmediate(resolve));
  }
  expect(readings.observed).toBe(true);
  let text = '';
  slow.on('data', (chunk: Buffer) => (text += chunk.toString()));
  slow.resume();
  while (!meters.every((meter) => text.includes(`"meter":"${meter}","at":"${at}","value":${told}}`)))
    await once(slow, 'data');
  expect(text.match(/event: readings/g)!.length).toBeLessThan(told / 4);
  slow.destroy();
  await end();
});

test('more streams than there may be are refused with words', async () => {
  const { port, end } = await streamsOf(NEVER, 1);
  const url = `http://127.0.0.1:${port}/events`;
  const first = await fetch(url);
  const second = await fetch(url);
  expect([first.status, second.status]).toEqual([200, 503]);
  expect(Number(second.headers.get('retry-after'))).toBeGreaterThan(0);
  await first.body?.cancel();
  await end();
});

test('what is rolled back is never told', async () => {
  const changes = await listen(1, async () => {
    await server.context
      .transaction(async ({ database: transaction }) => {
        await transaction.execute(`update workshop set name = 'Never', version = version + 1`);
        throw new Error('no');
      })
      .catch(() => undefined);
    await server.request.post('/api/jobs').send({ title: 'Told' });
  });
  expect(changes.map(({ kind }) => kind)).toEqual(['job']);
});
