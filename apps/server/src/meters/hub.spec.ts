import pg from 'pg';
import { pino } from 'pino';
import { testServer, type TestServer } from '../testing/test-server';
import { openReadingHub } from './hub';
import { addMeter, meterWithSecret, readKey, type KeyedMeter } from './store';

let server: TestServer;
let holder: pg.Client;
beforeAll(async () => {
  server = await testServer();
  holder = new pg.Client({ connectionString: server.ownerUrl });
  await holder.connect();
});
afterAll(async () => {
  await holder.end();
  await server.close();
});

const keyed = async (): Promise<KeyedMeter> => {
  const { meter, key } = await addMeter(server.context, { kind: 'oxygen', name: 'Bench meter', lagS: null });
  return (await meterWithSecret(server.context, meter.id, readKey(key)?.secret ?? '')) as KeyedMeter;
};
const waiting = async (): Promise<number> =>
  (await server.asOwner(`select from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'`))
    .length;

test('readings of one meter that two processes take in at the same moment are all kept', async () => {
  const from = await keyed();
  const hubs = [1, 2].map(() => openReadingHub(server.open, pino({ level: 'silent' })));
  // Both come upon the meter while somebody changes it, and go on together.
  await holder.query('begin');
  await holder.query('select from meter where id = $1 for update', [from.meter.id]);
  const taken = hubs.map((hub, index) => {
    const at = new Date(Date.UTC(2026, 0, 5, 8, 0, index));
    return hub.take(server.context.workshop, from, { at, value: 900 - index, composition: undefined });
  });
  while ((await waiting()) < hubs.length);
  await holder.query('commit');
  await Promise.all(taken);
  expect(await server.asOwner('select from reading')).toHaveLength(hubs.length);
});
