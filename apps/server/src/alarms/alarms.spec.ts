import type { JobDetail, MeterWithKey, StandingAlarm } from '@variatum/contracts';
import { sideOf } from '@variatum/job';
import { FRESH_MS, known, ROOM_ALARM_MS } from '@variatum/metallurgy';
import { pino } from 'pino';
import { openChangeFeed, type ChangeFeed } from '../live/change-feed';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';
import { openAlarmWatch, type AlarmWatch } from './alarm-watch';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

/** A process that hears meters, with a clock tests set forward. */
interface Listener {
  readonly watch: AlarmWatch;
  readonly feed: ChangeFeed;
  aheadMs: number;
}
const listeners: Listener[] = [];
async function listener(): Promise<Listener> {
  const feed = openChangeFeed(server.line.url, () => undefined);
  while (!feed.listening()) await new Promise((again) => setImmediate(again));
  const one: Listener = {
    feed,
    aheadMs: 0,
    watch: openAlarmWatch({
      open: server.open,
      feed,
      logger: pino({ level: 'silent' }),
      nowMs: () => performance.now() + one.aheadMs,
    }),
  };
  listeners.push(one);
  return one;
}
async function end({ watch, feed }: Listener): Promise<void> {
  await watch.close();
  await feed.close();
}
afterEach(async () => {
  await Promise.all(listeners.splice(0).map(end));
  await server.asOwner(`update meter set use = null, version = version + 1 where use is not null`);
  await server.asOwner(`update alarm set ended_at = now() where ended_at is null`);
});

/** Two tubes butted, gas behind the root if it is turned on, and a meter. */
async function watchedJob(place: 'vent' | 'room', gasIsOn: boolean) {
  const { id: job } = await newJob(server);
  const tube = { form: 'tube', grade: '316L', outsideMm: known(60.3), thicknessMm: known(2), lengthMm: known(300) };
  const pieces = [await newPiece(server, job, tube), await newPiece(server, job, tube)];
  const { id: joint } = await newJoint(server, job, {
    joint: { type: 'square-butt' },
    sides: pieces.map(({ id }) => sideOf(id)),
  });
  const gas = async (isOn: boolean): Promise<void> => {
    const { purge, version } = await read(job);
    const clock = isOn ? { startedAt: '2026-01-05T08:00:00Z', minutes: [1, 2, 3] } : null;
    await server.request
      .patch(`/api/jobs/${job}`)
      .send({ version, purge: { ...purge, clock } })
      .expect(200);
  };
  if (gasIsOn) await gas(true);
  const { meter, key } = (await server.request.post('/api/meters').send({ kind: 'oxygen', name: 'Bench' }).expect(201))
    .body as MeterWithKey;
  const use = { job, joint: place === 'vent' ? joint : null, place };
  await server.request.patch(`/api/meters/${meter.id}`).send({ version: 1, use }).expect(200);
  let second = 0;
  const send = async (...ppm: number[]): Promise<void> => {
    const lines = ppm.map((one) => JSON.stringify({ at: new Date(Date.UTC(2026, 0, 5, 8, 0, ++second)), ppm: one }));
    await server.request
      .post('/api/meters/lines')
      .set('Authorization', `Bearer ${key}`)
      .type('application/x-ndjson')
      .send(lines.join('\n'))
      .expect(200);
  };
  return { job, joint, meter: meter.id, send, gas };
}
const read = async (job: string): Promise<JobDetail> =>
  (await server.request.get(`/api/jobs/${job}`).expect(200)).body as JobDetail;
const standing = async (): Promise<StandingAlarm[]> =>
  (await server.request.get('/api/alarms').expect(200)).body as StandingAlarm[];
/** Waits until so many alarms stand. */
async function stands(count: number): Promise<StandingAlarm[]> {
  for (;;) {
    const found = await standing();
    if (found.length === count) return found;
  }
}
const logged = async (job: string) =>
  (await read(job)).weld.flatMap(({ entry, jointId }) => (entry.kind === 'alarm' ? [{ ...entry, jointId }] : []));

test('gas that was clean and rises calls without a page, once for all processes, logged at its joint', async () => {
  await Promise.all([listener(), listener()]);
  const { job, joint, meter, send } = await watchedJob('vent', true);
  await send(900, 30, 28);
  await send(700);
  await send(720);
  expect(await stands(1)).toMatchObject([{ jobId: job, jointId: joint, meterId: meter, what: 'oxygen-rose' }]);
  expect(await logged(job)).toMatchObject([{ what: 'oxygen-rose', jointId: joint }]);
  // Good again: it ends, and another rise is another row.
  await send(30);
  await send(29, 28);
  await stands(0);
  await send(800);
  await send(810);
  await stands(1);
  expect(await logged(job)).toHaveLength(2);
});

test('air of a room that is short calls where nobody welds; a process that begins later keeps it', async () => {
  const first = await listener();
  const { job, joint, send } = await watchedJob('room', false);
  await send(208_000, 187_000);
  const [alarm] = await stands(1);
  expect(alarm).toMatchObject({ jobId: job, what: 'room-oxygen', ppm: 187_000, endedAt: null });
  expect(await logged(job)).toMatchObject([{ what: 'room-oxygen', value: 187_000, jointId: joint }]);
  await end(first);
  const second = await listener();
  // One good reading is not enough, and silence is not either.
  await send(208_000);
  second.aheadMs = ROOM_ALARM_MS.goodFor - 1000;
  expect(await standing()).toHaveLength(1);
  for (let ahead = second.aheadMs; (await standing()).length > 0; ahead += FRESH_MS.oxygen / 2) {
    second.aheadMs = ahead;
    await send(208_000);
  }
  expect(await logged(job)).toHaveLength(1);
});

test('a meter that goes silent while gas runs is noticed by whichever process lives; gas off ends it', async () => {
  const [one, other] = await Promise.all([listener(), listener()]);
  const { job, send, gas } = await watchedJob('vent', true);
  await send(900, 400);
  await end(one);
  other.aheadMs = FRESH_MS.oxygen + 1000;
  expect(await stands(1)).toMatchObject([{ jobId: job, what: 'meter-silent', ppm: 400 }]);
  await gas(false);
  await stands(0);
  expect(await logged(job)).toMatchObject([{ what: 'meter-silent', value: 400 }]);
});

test('a meter put out of use has been answered; what was typed where it looks counts', async () => {
  await listener();
  const { job, joint, meter, send } = await watchedJob('room', false);
  await send(208_000);
  const entry = { kind: 'oxygen', place: 'room', ppm: 180_000 };
  await server.request
    .post(`/api/jobs/${job}/weld`)
    .send({ jointId: joint, at: new Date().toISOString(), entry })
    .expect(201);
  expect(await stands(1)).toMatchObject([{ what: 'room-oxygen', ppm: 180_000 }]);
  const { version } = ((await server.request.get('/api/meters')).body as { id: string; version: number }[]).find(
    ({ id }) => id === meter,
  )!;
  await server.request.patch(`/api/meters/${meter}`).send({ version, use: null }).expect(200);
  await stands(0);
});

test('an alarm that ended is never opened again, changed or erased, not by SQL either', async () => {
  await listener();
  const { send, meter } = await watchedJob('room', false);
  await send(180_000);
  const [{ id }] = (await stands(1)) as [StandingAlarm];
  await expect(server.asOwner(`update alarm set ppm = 1 where id = '${id}'`)).rejects.toThrow('only be ended, once');
  await expect(server.asOwner(`delete from alarm where meter_id = '${meter}'`)).rejects.toThrow(
    'never changed or deleted',
  );
});
