import type { Change } from '@variatum/contracts';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
let socket: Server;
let address: string;
beforeAll(async () => {
  server = await testServer();
  socket = createServer(server.app);
  await new Promise<void>((done) => socket.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${(socket.address() as AddressInfo).port}`;
});
afterAll(async () => {
  socket.closeAllConnections();
  await new Promise((done) => socket.close(done));
  await server.close();
});

/** Reads events until `enough` of them are in. */
async function listen(enough: number, meanwhile: () => Promise<void>): Promise<Change[]> {
  const stop = new AbortController();
  const response = await fetch(`${address}/api/events`, { signal: stop.signal });
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

test('what is rolled back is never told', async () => {
  const changes = await listen(1, async () => {
    await server.open.database
      .transaction(async (transaction) => {
        await transaction.execute(`update workshop set name = 'Never', version = version + 1`);
        throw new Error('no');
      })
      .catch(() => undefined);
    await server.request.post('/api/jobs').send({ title: 'Told' });
  });
  expect(changes.map(({ kind }) => kind)).toEqual(['job']);
});
