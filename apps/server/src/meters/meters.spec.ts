import type { KeptReadings, Meter, MeterKind, MeterWithKey, Reading, TakenLines } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { request as ask } from 'node:http';
import { listening, type Listening } from '../testing/listening';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint } from '../testing/things';
import { isWorthKeeping } from './thinning';
import { worthTelling } from './worth-telling';

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

const newMeter = async (kind: MeterKind = 'oxygen', name = 'Bench meter'): Promise<MeterWithKey> =>
  (await server.request.post('/api/meters').send({ kind, name }).expect(201)).body as MeterWithKey;
const send = (key: string, lines: readonly unknown[]) =>
  server.request
    .post('/api/meters/lines')
    .set('Authorization', `Bearer ${key}`)
    .type('application/x-ndjson')
    .send(lines.map((line) => (typeof line === 'string' ? line : JSON.stringify(line))).join('\n'));
const trace = async (id: string): Promise<string> =>
  (await server.request.get(`/api/meters/${id}/trace`).expect(200)).text;
const START = Date.UTC(2026, 0, 5, 8);
const at = (seconds: number): string => new Date(START + 1000 * seconds).toISOString();

test('lines of a meter are kept where it looks, thinned, each once however often it is sent', async () => {
  const { id: job } = await newJob(server);
  const { id: joint } = await newJoint(server, job);
  const { meter, key } = await newMeter();
  const use = { job, joint, place: 'vent' };
  await server.request.patch(`/api/meters/${meter.id}`).send({ version: 1, use }).expect(200);
  // Five a second; it falls, then stands.
  const lines = Array.from({ length: 100 }, (_, index) => ({
    at: at(index / 5),
    ppm: index < 50 ? 1000 - 10 * index : 500,
  }));
  expect((await send(key, lines).expect(200)).body).toEqual({ taken: 100, refused: 0 });
  await send(key, lines).expect(200);
  const { readings } = (await server.request.get(`/api/jobs/${job}/readings`).expect(200)).body as KeptReadings;
  expect(readings.length).toBeGreaterThan(20);
  expect(readings.length).toBeLessThan(50);
  expect(new Set(readings.map(({ at: moment }) => moment)).size).toBe(readings.length);
  expect(readings[0]).toMatchObject({ meter: meter.id, joint, place: 'vent', value: 1000, at: at(0) });
  const [{ heardAt }] = (await server.request.get('/api/meters')).body as [Meter];
  expect(heardAt).not.toBeNull();
});

test('a wrong line is told with its field and stops nothing', async () => {
  const { key } = await newMeter();
  const { body } = await send(key, [
    { ppm: 40 },
    { ppm: 'much' },
    'not JSON',
    { percent: 3 },
    { ppm: 41 },
    { ppm: null },
  ]).expect(200);
  expect(body).toMatchObject({ taken: 3, refused: 3 });
  expect((await send(key, [{ ppm: -4 }])).body).toMatchObject({ refused: 1, last: 'ppm: give 0 to 300000 ppm' });
  const ahead = { at: new Date(Date.now() + 3_600_000).toISOString(), ppm: 40 };
  expect((await send(key, [ahead])).body).toMatchObject({ last: expect.stringContaining('lies in the future') });
});

test('a line without an end is refused with words, not with a broken connection', async () => {
  const { key } = await newMeter();
  const { status, body } = await send(key, [`{"ppm": 4, "more": "${'x'.repeat(9000)}`]);
  expect([status, (body as { detail: string }).detail]).toEqual([413, 'A line is at most 4000 characters.']);
  expect((await send(key, [{ ppm: 40 }])).status).toBe(200);
});

test('no key, a wrong one, one that was replaced, and a withdrawn meter are refused', async () => {
  const { meter, key } = await newMeter();
  await server.request.post('/api/meters/lines').send('{"ppm":40}').expect(401);
  await send(`${key.slice(0, -4)}AAAA`, [{ ppm: 40 }]).expect(401);
  await send(key.replace(server.context.workshop, randomUUID()), [{ ppm: 40 }]).expect(401);
  const { key: another } = (await server.request.post(`/api/meters/${meter.id}/key`).send({}).expect(200))
    .body as MeterWithKey;
  await send(key, [{ ppm: 40 }]).expect(401);
  await send(another, [{ ppm: 40 }]).expect(200);
  await server.request.post(`/api/meters/${meter.id}/withdraw`).send({ version: 2 }).expect(200);
  await send(another, [{ ppm: 40 }]).expect(401);
});

test('a trace goes out as lines of time and value and comes in again the same', async () => {
  const [one, other] = [await newMeter(), await newMeter()];
  await send(one.key, [
    { at: at(0), ppm: 209_000 },
    { at: at(10), ppm: 90_000 },
    { at: at(20), ppm: null },
  ]);
  const csv = await trace(one.meter.id);
  expect(csv).toBe(`time,ppm\r\n${at(0)},209000\r\n${at(10)},90000\r\n${at(20)},\r\n`);
  expect((await server.request.post(`/api/meters/${other.meter.id}/trace`).send({ csv }).expect(200)).body).toEqual({
    taken: 3,
    known: 0,
  });
  expect(await trace(other.meter.id)).toBe(csv);
  expect((await server.request.post(`/api/meters/${other.meter.id}/trace`).send({ csv }).expect(200)).body).toEqual({
    taken: 0,
    known: 3,
  });
});

test('traces of other loggers are read: seconds, semicolons, commas, no heading; faults are named', async () => {
  const { meter } = await newMeter('temperature');
  const csv = `${START / 1000};21,5\n${START / 1000 + 60};140\n`;
  await server.request.post(`/api/meters/${meter.id}/trace`).send({ csv }).expect(200);
  expect(await trace(meter.id)).toBe(`time,tempC\r\n${at(0)},21.5\r\n${at(60)},140\r\n`);
  const { body } = await server.request
    .post(`/api/meters/${meter.id}/trace`)
    .send({ csv: `time,tempC\n${at(0)},20\nyesterday,30\n${at(9)},9000\n` })
    .expect(422);
  expect((body as { errors: { path: string }[] }).errors.map(({ path }) => path)).toEqual(['csv.3', 'csv.4']);
});

test('figures and moments that are none are named, not guessed', async () => {
  const { meter } = await newMeter();
  const refused = async (csv: string): Promise<readonly string[]> => {
    const { body } = await server.request.post(`/api/meters/${meter.id}/trace`).send({ csv }).expect(422);
    return (body as { errors: { path: string }[] }).errors.map(({ path }) => path);
  };
  expect(await refused(`${at(0)},0x10`)).toEqual(['csv.1']);
  expect(await refused(`${at(0)},Infinity`)).toEqual(['csv.1']);
  expect(await refused(`time,ppm\nProbe 1,40`)).toEqual(['csv.2']);
  expect(await refused('8640000000000,40')).toEqual(['csv.1']);
  expect(await refused('0000-01-01T00:00:00Z,40')).toEqual(['csv.1']);
  expect(await refused('2026-01-05,40')).toEqual(['csv.1']);
});

test('a meter looks at a joint of the job it is used at, and at no other', async () => {
  const [{ id: job }, { id: other }] = [await newJob(server), await newJob(server)];
  const { id: joint } = await newJoint(server, other);
  const { meter } = await newMeter();
  const use = { job, joint, place: 'vent' };
  await server.request.patch(`/api/meters/${meter.id}`).send({ version: 1, use }).expect(404);
  await server.request
    .post(`/api/meters/${meter.id}/trace`)
    .send({ csv: `${at(0)},40`, use })
    .expect(404);
  expect(await trace(meter.id)).toBe('time,ppm\r\n');
});

test.each(['', '  ', '///', 'Bench\u0007', '\u202eretem'])('%j is no name of a meter', async (name) => {
  await server.request.post('/api/meters').send({ kind: 'oxygen', name }).expect(422);
});

test.each([
  `${'-'.repeat(36)}.${'-'.repeat(36)}.${'A'.repeat(32)}`,
  `${randomUUID()}.${'-'.repeat(36)}.${'A'.repeat(32)}`,
  'a.b.c.d',
])('%s is no key', async (key) => {
  await send(key, [{ ppm: 40 }]).expect(401);
});

test('of readings that are told together none that calls is passed over', () => {
  const reading = (value: number | null, second: number): Reading => ({ meter: randomUUID(), at: at(second), value });
  const values = (...shown: (number | null)[]) => worthTelling(shown.map(reading)).map(({ value }) => value);
  expect(values(20, 21, 900, 22, 23)).toEqual([20, 900, 23]);
  expect(values(209_000, 170_000, 208_000)).toEqual([209_000, 170_000, 208_000]);
  expect(values(40)).toEqual([40]);
  expect(values(40, null)).toEqual([40, null]);
});

test('an analysis is kept whole', async () => {
  const { meter, key } = await newMeter('analyser');
  await send(key, [{ at: at(0), reading: { Cr: 18.1, Ni: 8.2, Mn: 1.4 } }]).expect(200);
  expect(await trace(meter.id)).toContain('"{""Cr"":18.1');
});

test('what is kept is what can be seen to change, and a sign of life', () => {
  const last = { atMs: 0, value: 100 };
  expect(isWorthKeeping('oxygen', undefined, last)).toBe(true);
  expect(isWorthKeeping('oxygen', last, { atMs: 200, value: 101 })).toBe(false);
  expect(isWorthKeeping('oxygen', last, { atMs: 200, value: 103 })).toBe(true);
  expect(isWorthKeeping('oxygen', last, { atMs: 200, value: null })).toBe(true);
  expect(isWorthKeeping('oxygen', last, { atMs: 5000, value: 100 })).toBe(true);
});

/** Reads readings of the live stream until a moment a reading was sent at is among them. */
async function liveReadings(
  meanwhile: () => void,
  enough: (seen: readonly Reading[]) => boolean,
): Promise<readonly { readonly reading: Reading; readonly heardMs: number }[]> {
  const stop = new AbortController();
  let response = await fetch(`${address}/api/events`, { signal: stop.signal });
  while (response.status === 503) response = await fetch(`${address}/api/events`, { signal: stop.signal });
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  const seen: { reading: Reading; heardMs: number }[] = [];
  meanwhile();
  let text = '';
  while (!enough(seen.map(({ reading }) => reading))) {
    const { value, done } = await reader.read();
    if (done) break;
    text += new TextDecoder().decode(value);
    const parts = text.split('\n\n');
    text = parts.pop() ?? '';
    for (const part of parts) {
      const data = /^event: readings\ndata: (.*)$/.exec(part)?.[1];
      if (data) for (const reading of JSON.parse(data) as Reading[]) seen.push({ reading, heardMs: Date.now() });
    }
  }
  stop.abort();
  return seen;
}

test('a request that is held open tells each line as it comes, to whoever listens', async () => {
  const { meter, key } = await newMeter();
  const held = ask(`${address}/api/meters/lines`, { method: 'POST', headers: { Authorization: `Bearer ${key}` } });
  const answered = new Promise<TakenLines>((done) =>
    held.on('response', (response) => {
      let body = '';
      response.on('data', (chunk: Buffer) => (body += chunk.toString()));
      response.on('end', () => done(JSON.parse(body) as TakenLines));
    }),
  );
  let sent = 0;
  const seen = await liveReadings(
    () => held.write(`${JSON.stringify({ ppm: 1000 })}\n`),
    (readings) => {
      const mine = readings.filter((one) => one.meter === meter.id);
      // Each is sent once the one before was heard: the request stands all the while.
      if (mine.length > sent && mine.length < 4) held.write(`${JSON.stringify({ ppm: 1000 - ++sent })}\n`);
      return mine.length >= 4;
    },
  );
  held.end();
  expect(await answered).toEqual({ taken: 4, refused: 0 });
  expect(seen.filter(({ reading }) => reading.meter === meter.id).map(({ reading }) => reading.value)).toEqual([
    1000, 999, 998, 997,
  ]);
});

test('a request that stands under a key ends when the key does, whether something is sent or nothing', async () => {
  for (const sends of [true, false]) {
    const { meter, key } = await newMeter();
    const held = ask(`${address}/api/meters/lines`, { method: 'POST', headers: { Authorization: `Bearer ${key}` } });
    const answered = new Promise<number>((done) => held.on('response', ({ statusCode = 0 }) => done(statusCode)));
    held.on('error', () => undefined);
    await liveReadings(
      () => held.write(`${JSON.stringify({ at: at(1), ppm: 1000 })}\n`),
      (readings) => readings.some((one) => one.meter === meter.id),
    );
    await server.request.post(`/api/meters/${meter.id}/key`).send({}).expect(200);
    if (sends) held.write(`${JSON.stringify({ at: at(2), ppm: 2 })}\n`);
    expect(await answered).toBe(401);
    held.destroy();
    expect(await trace(meter.id)).toBe(`time,ppm\r\n${at(1)},1000\r\n`);
  }
});
