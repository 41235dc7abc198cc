import type { BoardJob, JobDetail, JobRecord } from '@variatum/contracts';
import { STARTING_PROFILES } from '@variatum/metallurgy';
import { randomUUID } from 'node:crypto';
import { firstOwner, join } from '../testing/people';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

const FOUND = {
  kind: 'finding',
  line: 'undercut',
  atMm: 40,
  value: 0.3,
  range90: null,
  choice: null,
  by: 'caliper',
  note: '',
  photo: null,
} as const;
type Agent = TestServer['request'];
async function jobWithJoint(): Promise<{ job: string; joint: string }> {
  const { id: job } = await newJob(server);
  await newPiece(server, job, { grade: '304L' });
  const { id: joint } = await newJoint(server, job);
  return { job, joint };
}
const add = (
  job: string,
  entry: object,
  jointId: string | null,
  { at = '2026-01-05T08:00:00Z', id = randomUUID(), agent = server.request as Pick<Agent, 'post'> } = {},
) => agent.post(`/api/jobs/${job}/record`).send({ id, jointId, at, entry });
const faults = (body: unknown): string[] =>
  (body as { errors: { path: string }[] }).errors.map(({ path }) => path).sort();

test('what was found and decided is kept in its order, once, and can only be struck out', async () => {
  const { job, joint } = await jobWithJoint();
  const id = randomUUID();
  const [first, again] = [
    await add(job, FOUND, joint, { id }).expect(201),
    await add(job, FOUND, joint, { id }).expect(201),
  ];
  expect(again.body).toEqual(first.body);
  await add(job, { ...FOUND, value: 0.9 }, joint, { id }).expect(409);
  await add(job, { kind: 'verdict', says: 'accepted', profile: STARTING_PROFILES[0], state: 'met', note: '' }, joint, {
    at: '2026-01-05T07:00:00Z',
  }).expect(201);
  const { record } = (await server.request.get(`/api/jobs/${job}`)).body as JobDetail;
  expect(record.map(({ entry }) => entry.kind)).toEqual(['verdict', 'finding']);
  await server.request.post(`/api/record/${id}/strike-out`).send({ reason: 'wrong joint' }).expect(200);
  const { body } = await server.request.post(`/api/record/${id}/strike-out`).send({ reason: 'again' }).expect(200);
  expect(body).toMatchObject({ struckOutReason: 'wrong joint', version: 2 });
  await expect(server.asOwner(`update job_record set entry = '{}' where id = '${id}'`)).rejects.toThrow(
    'only be struck out, once',
  );
  await expect(server.asOwner(`delete from job_record where id = '${id}'`)).rejects.toThrow('never changed or deleted');
});

test('a crack is never accepted, and what was missed only with a reason', async () => {
  const { job, joint } = await jobWithJoint();
  const accept = (note = '', state = 'met', id = randomUUID()) =>
    add(job, { kind: 'verdict', says: 'accepted', profile: STARTING_PROFILES[0], state, note }, joint, { id });
  const CRACK = {
    kind: 'finding',
    line: 'cracks',
    atMm: null,
    value: null,
    range90: null,
    choice: 'crater',
    by: 'eye',
    note: '',
    photo: null,
  };
  expect(faults((await accept('', 'open').expect(422)).body)).toEqual(['entry.note']);
  const taken = randomUUID();
  await accept('bow is no matter here', 'open', taken).expect(201);
  const crack = {
    jointId: joint,
    at: '2026-01-05T08:00:00Z',
    entry: { kind: 'crack', where: 'tack', when: 'hot', rod: null, atMm: 12 },
  };
  await server.request.post(`/api/jobs/${job}/weld`).send(crack).expect(201);
  await accept('it will do', 'missed').expect(409);
  // The one that was taken is answered again, though a crack was found since.
  await accept('bow is no matter here', 'open', taken).expect(201);
  await add(job, { ...CRACK, choice: 'none' }, joint, { at: '2026-01-05T09:00:00Z' }).expect(201);
  await accept('looked at again', 'open').expect(201);
  await add(job, CRACK, joint, { at: '2026-01-05T10:00:00Z' }).expect(201);
  await accept('it will do').expect(409);
  await add(
    job,
    { kind: 'verdict', says: 'not-accepted', profile: STARTING_PROFILES[0], state: 'missed', note: '' },
    joint,
  ).expect(201);
});

test('what is wrong with a finding is named at its field', async () => {
  const { job, joint } = await jobWithJoint();
  expect(faults((await add(job, { ...FOUND, value: null, choice: 'deep' }, joint).expect(422)).body)).toEqual([
    'entry.choice',
    'entry.value',
  ]);
  expect(faults((await add(job, { ...FOUND, line: 'cracks' }, joint).expect(422)).body)).toEqual([
    'entry.choice',
    'entry.value',
  ]);
  expect(
    faults((await add(job, { ...FOUND, line: 'tint-inside', value: 900, range90: [30, 20] }, joint).expect(422)).body),
  ).toEqual(['entry.range90', 'entry.value']);
  expect(faults((await add(job, { kind: 'look-again', on: 'soon' }, null).expect(422)).body)).toEqual(['entry.on']);
  await add(job, FOUND, (await jobWithJoint()).joint).expect(404);
  await add(randomUUID(), { kind: 'in-service', on: '2026-01-05' }, null).expect(404);
});

test('a word to a quote is about a quote of that job', async () => {
  const { job, joint } = await jobWithJoint();
  const spread = { median: 60, range90: [50, 80] };
  const quote = {
    kind: 'quote',
    currency: 'EUR',
    total: spread,
    minutes: spread,
    lines: [{ id: 'weld', title: 'Weld', quantity: spread, unit: 'min', amount: null }],
    note: '',
  };
  const { body: kept } = await add(job, quote, null).expect(201);
  const agreed = { kind: 'quote-accepted', of: (kept as JobRecord).id };
  await add(job, agreed, null).expect(201);
  await add((await jobWithJoint()).job, agreed, null).expect(404);
  const { body: finding } = await add(job, FOUND, joint).expect(201);
  await add(job, { ...agreed, of: (finding as JobRecord).id }, null).expect(404);
  expect(faults((await add(job, { ...quote, total: { median: -1, range90: [0, 1] } }, null).expect(422)).body)).toEqual(
    ['entry.total.median'],
  );
});

test('the board says when a job is to be looked at again, until somebody has', async () => {
  const { job } = await jobWithJoint();
  const due = async (): Promise<string | null | undefined> =>
    ((await server.request.get('/api/jobs')).body as { jobs: BoardJob[] }).jobs.find(({ id }) => id === job)
      ?.lookAgainOn;
  expect(await due()).toBeNull();
  await add(job, { kind: 'look-again', on: '2026-10-01' }, null, { at: '2026-01-05T09:00:00Z' }).expect(201);
  const { body } = await add(job, { kind: 'look-again', on: '2026-06-01' }, null, {
    at: '2026-01-06T09:00:00Z',
  }).expect(201);
  expect(await due()).toBe('2026-06-01');
  await server.request
    .post(`/api/record/${(body as JobRecord).id}/strike-out`)
    .send({ reason: 'too early' })
    .expect(200);
  expect(await due()).toBe('2026-10-01');
  const by = async (day: string): Promise<readonly string[]> =>
    ((await server.request.get(`/api/jobs?lookAgainBy=${day}`)).body as { jobs: BoardJob[] }).jobs.map(({ id }) => id);
  expect([await by('2026-09-30'), await by('2026-10-01')]).toEqual([[], [job]]);
  await add(job, { kind: 'seen', on: '2026-09-30', outcome: 'held', where: null, note: '' }, null, {
    at: '2026-09-30T09:00:00Z',
  }).expect(201);
  expect(await due()).toBeNull();
});

test('a finding is confirmed by somebody else than who made it', async () => {
  const own = await testServer();
  try {
    const owner = await firstOwner(own);
    const checker = await join(own, owner, 'checker');
    const job = ((await owner.agent.post('/api/jobs').send({ title: 'Rake' }).expect(201)).body as JobDetail).id;
    const { id: piece } = (await owner.agent.post(`/api/jobs/${job}/pieces`).send({ name: 'Tine' }).expect(201))
      .body as { id: string };
    const { body: joint } = await owner.agent
      .post(`/api/jobs/${job}/joints`)
      .send({
        joint: { type: 'fillet' },
        sides: [{ piece, end: null, alongMm: { value: null, typed: '' }, clock: null }],
      })
      .expect(201);
    const at = { agent: checker.agent };
    const { body: found } = await add(job, FOUND, (joint as { id: string }).id, at).expect(201);
    const confirm = { kind: 'confirm', of: (found as JobRecord).id };
    await add(job, confirm, null, at).expect(409);
    await add(job, { kind: 'confirm', of: randomUUID() }, null, { agent: owner.agent }).expect(404);
    const { body } = await add(job, confirm, null, { agent: owner.agent }).expect(201);
    expect((body as JobRecord).madeBy).not.toBe((found as JobRecord).madeBy);
  } finally {
    await own.close();
  }
});
