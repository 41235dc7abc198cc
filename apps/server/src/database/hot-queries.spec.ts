import pg from 'pg';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

/** Rows of another workshop in each of the large tables: so many that reading through them is never the cheaper way. */
const MANY = 30_000;
const LARGE = ['weld_entry', 'job_record', 'reading', 'decision', 'field_test', 'piece', 'joint'] as const;

interface Plan {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly Plans?: readonly Plan[];
}
interface Asked {
  readonly text: string;
  readonly values: unknown[];
}

let server: TestServer;
let job: string;
let joint: string;
beforeAll(async () => {
  server = await testServer();
  ({ id: job } = await newJob(server));
  for (const name of ['A', 'B']) await newPiece(server, job, { name, grade: '304L' });
  ({ id: joint } = await newJoint(server, job));
  const log = (entry: object) =>
    server.request
      .post(`/api/jobs/${job}/weld`)
      .send({ jointId: joint, at: '2026-01-05T08:00:00Z', entry })
      .expect(201);
  await log({ kind: 'ferrite', fn: 7, rod: 'ER308L' });
  await server.request.post(`/api/jobs/${job}/decisions`).send({ rod: 'ER308L', jointId: joint }).expect(201);
  await crowd();
});
afterAll(() => server.close());

/** Fills the tables with what another workshop has: many jobs, each with a few rows of everything. */
async function crowd(): Promise<void> {
  const [shop, meter] = [randomUUID(), randomUUID()];
  const each = (columns: string, table: string, values: string): Promise<unknown> =>
    server.asOwner(
      `insert into ${table} (workshop_id, ${columns}) select '${shop}', ${values} from crowd_job j, ` +
        'generate_series(1, 30) n',
    );
  await server.asOwner(`insert into workshop (id, name) values ('${shop}', 'Crowd')`);
  await server.asOwner(
    'create table crowd_job as select gen_random_uuid() id, gen_random_uuid() joint, gen_random_uuid() piece ' +
      `from generate_series(1, ${MANY / 30})`,
  );
  await server.asOwner(
    `insert into job (id, workshop_id, title, item, state, stage, service) select id, '${shop}', 'Crowd', '', ` +
      "'bench', 'job', '{}' from crowd_job",
  );
  await server.asOwner(
    `insert into meter (id, workshop_id, kind, name, key_hash) values ('${meter}', '${shop}', 'oxygen', 'Vent', ` +
      "'none')",
  );
  await server.asOwner(
    `insert into piece (id, workshop_id, job_id, position, name, kind, grade) select piece, '${shop}', id, 0, ` +
      "'A', 'base', '304L' from crowd_job",
  );
  await server.asOwner(
    `insert into joint (id, workshop_id, job_id, position, joint) select joint, '${shop}', id, 0, ` +
      '\'{"type":"lap"}\' from crowd_job',
  );
  await each('id, job_id, position, name, kind', 'piece', `gen_random_uuid(), j.id, n, 'B', 'base'`);
  await each('id, piece_id, entry', 'field_test', `gen_random_uuid(), j.piece, '{"test":"chips","outcome":"short"}'`);
  await each(
    'id, job_id, joint_id, at, entry',
    'weld_entry',
    'gen_random_uuid(), j.id, j.joint, now(), case when n < 8 then ' +
      '\'{"kind":"ferrite","fn":7,"rod":"ER308L"}\'::jsonb else \'{"kind":"note","text":"x"}\' end',
  );
  await each(
    'id, job_id, at, entry',
    'job_record',
    'gen_random_uuid(), j.id, now(), case when n < 8 then ' +
      '\'{"kind":"minutes","of":"work","stage":"weld","minutes":5}\'::jsonb else ' +
      '\'{"kind":"in-service","on":"2026-01-05"}\' end',
  );
  await each(
    'id, job_id, joint_id, rod, engine_version, seed, note, question, result',
    'decision',
    `gen_random_uuid(), j.id, j.joint, 'ER308L', '0', 1, '', '{}', '{}'`,
  );
  await server.asOwner(
    `insert into reading (workshop_id, meter_id, at, value, job_id, place) select '${shop}', '${meter}', now() + ` +
      `n * interval '1 s', 40, (select id from crowd_job limit 1), 'vent' from generate_series(1, ${MANY}) n`,
  );
  await server.asOwner('analyze');
}

/** What the program asks the database while it answers. */
async function askedBy(act: () => Promise<unknown>): Promise<readonly Asked[]> {
  const asked: Asked[] = [];
  const { query } = pg.Client.prototype;
  const watched = jest.spyOn(pg.Client.prototype, 'query').mockImplementation(function (this: pg.Client, ...args) {
    // A driver takes text and values, or both as one: the types name one way of many.
    const [first, values] = args as readonly unknown[] as [string | Asked, unknown[] | undefined];
    const [text, given] = typeof first === 'string' ? [first, values] : [first.text, first.values ?? values];
    if (/^\s*(select|with|update)\b/i.test(text ?? '')) asked.push({ text, values: Array.isArray(given) ? given : [] });
    return (query as (...all: unknown[]) => unknown).apply(this, args) as never;
  });
  try {
    await act();
  } finally {
    watched.mockRestore();
  }
  return asked;
}

/** Large tables that are read from one end to the other by a statement. */
async function readThrough({ text, values }: Asked): Promise<readonly string[]> {
  const owner = new pg.Client({ connectionString: server.ownerUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query<{ 'QUERY PLAN': [{ Plan: Plan }] }>(`explain (format json) ${text}`, values);
    const found: string[] = [];
    const walk = (plan: Plan): void => {
      const name = plan['Relation Name'] as (typeof LARGE)[number] | undefined;
      if (plan['Node Type'] === 'Seq Scan' && name !== undefined && LARGE.includes(name)) found.push(name);
      plan.Plans?.forEach(walk);
    };
    walk(rows[0]!['QUERY PLAN'][0].Plan);
    return found;
  } finally {
    await owner.end();
  }
}

const get = (path: string) => () => server.request.get(`/api${path}`).expect(200);
test.each<[string, () => Promise<unknown>]>([
  ['the board', get('/jobs')],
  ['jobs to be looked at again', get('/jobs?lookAgainBy=2026-12-31')],
  ['a job', () => get(`/jobs/${job}`)()],
  ['what is learnt', get('/learnt')],
  ['what was foretold', get('/calibration')],
  ['jobs like one', get('/alike?metals=austenitic')],
  ['readings of a job', () => get(`/jobs/${job}/readings`)()],
  ['a decision', () => server.request.post(`/api/jobs/${job}/decisions`).send({ rod: 'ER308L', jointId: joint })],
])('%s: nothing of another workshop is read through', async (_what, act) => {
  const asked = await askedBy(act);
  expect(asked.length).toBeGreaterThan(0);
  for (const one of asked)
    expect([one.text.slice(0, 400), await readThrough(one)]).toEqual([one.text.slice(0, 400), []]);
});
