import {
  BOARD_COLUMNS,
  STANDINGS_OF,
  type BoardJob,
  type JobDetail,
  type Standing,
  type WeldRecord,
} from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

const START = {
  kind: 'start',
  bead: 'run',
  pass: 0,
  number: 0,
  fromMm: 0,
  toMm: 47,
  amps: 60,
  rod: 'ER316L',
  rodMm: 1.6,
  lot: '4711',
  person: 0,
} as const;
async function jobWithJoint(): Promise<{ job: string; joint: string }> {
  const { id: job } = await newJob(server);
  await newPiece(server, job, { grade: '304L' });
  await newPiece(server, job, { grade: '304L' });
  const { id: joint } = await newJoint(server, job);
  return { job, joint };
}
const log = (job: string, joint: string, entry: object, at = '2026-01-05T08:00:00Z', id = randomUUID()) =>
  server.request.post(`/api/jobs/${job}/weld`).send({ id, jointId: joint, at, entry });
const columnOf = (standing: Standing) => BOARD_COLUMNS.find((column) => STANDINGS_OF[column].includes(standing));
const read = async (job: string): Promise<JobDetail> =>
  (await server.request.get(`/api/jobs/${job}`)).body as JobDetail;

test('what happened is kept in the order it happened, also when it comes late', async () => {
  const { job, joint } = await jobWithJoint();
  const { body: start } = await log(job, joint, START, '2026-01-05T08:00:10Z').expect(201);
  await log(job, joint, { kind: 'temperature', tempC: 44, by: 'typed' }, '2026-01-05T08:00:00Z').expect(201);
  await log(
    job,
    joint,
    { kind: 'stop', of: (start as WeldRecord).id, why: 'end', toMm: null },
    '2026-01-05T08:00:40Z',
  ).expect(201);
  const { weld } = await read(job);
  expect(weld.map(({ entry }) => entry.kind)).toEqual(['temperature', 'start', 'stop']);
});

test('the same entry sent again is one entry, another under its identifier is refused', async () => {
  const { job, joint } = await jobWithJoint();
  const id = randomUUID();
  const first = await log(job, joint, START, undefined, id).expect(201);
  const again = await log(job, joint, START, undefined, id).expect(201);
  expect(again.body).toEqual(first.body);
  await log(job, joint, { ...START, amps: 90 }, undefined, id).expect(409);
  expect((await read(job)).weld).toHaveLength(1);
});

test('an entry is struck out once and stays; nothing is rewritten or erased, not by SQL either', async () => {
  const { job, joint } = await jobWithJoint();
  const { id } = (await log(job, joint, START).expect(201)).body as WeldRecord;
  await server.request.post(`/api/weld/${id}/strike-out`).send({ reason: 'wrong joint' }).expect(200);
  const { body } = await server.request.post(`/api/weld/${id}/strike-out`).send({ reason: 'again' }).expect(200);
  expect(body).toMatchObject({ struckOutReason: 'wrong joint', version: 2 });
  await expect(server.asOwner(`update weld_entry set at = now() where id = '${id}'`)).rejects.toThrow(
    'only be struck out, once',
  );
  await expect(server.asOwner(`delete from weld_entry where id = '${id}'`)).rejects.toThrow('never changed or deleted');
});

test('what is wrong with an entry is named at its field; a joint of another job is not there', async () => {
  const { job, joint } = await jobWithJoint();
  const { body } = await log(job, joint, { ...START, amps: 90000, pass: -1 }).expect(422);
  expect((body as { errors: { path: string }[] }).errors.map(({ path }) => path).sort()).toEqual([
    'entry.amps',
    'entry.pass',
  ]);
  await log(job, (await jobWithJoint()).joint, START).expect(404);
});

test('a decision is reckoned with what beads have shown, and keeps it in its question', async () => {
  const { job, joint } = await jobWithJoint();
  await log(job, joint, { kind: 'ferrite', fn: 3, rod: 'ER308L' }).expect(201);
  const { body } = await server.request
    .post(`/api/jobs/${job}/decisions`)
    .send({ rod: 'ER308L', jointId: joint })
    .expect(201);
  const { body: whole } = await server.request.get(`/api/decisions/${(body as { id: string }).id}`).expect(200);
  expect((whole as { question: { beads: unknown } }).question.beads).toEqual([
    { saw: 'ferrite', rod: 'ER308L', fn: 3 },
  ]);
});

test('the board follows the record: came in, being identified, ready, being welded, to be judged, out', async () => {
  const { id: job } = await newJob(server, { title: 'On the board' });
  const card = async (): Promise<Pick<BoardJob, 'standing' | 'arcs'>> => {
    const { body } = await server.request.get('/api/jobs').query({ search: 'On the board' }).expect(200);
    const [{ standing, arcs }] = (body as { jobs: [BoardJob] }).jobs;
    const { body: listed } = await server.request
      .get('/api/jobs')
      .query({ search: 'On the board', column: columnOf(standing) })
      .expect(200);
    // What is shown and what it is found by are one.
    expect((listed as { total: number }).total).toBe(1);
    return { standing, arcs };
  };
  const standing = async (): Promise<string> => (await card()).standing;
  expect(await standing()).toBe('came-in');
  const { id: piece } = await newPiece(server, job);
  expect(await standing()).toBe('came-in');
  await server.request
    .post(`/api/pieces/${piece}/tests`)
    .send({ entry: { test: 'magnet', outcome: 'none' } })
    .expect(201);
  expect(await standing()).toBe('identify');
  const { id: joint } = await newJoint(server, job);
  const { id: alike } = await newJoint(server, job, { alikeTo: joint });
  await server.request.post(`/api/jobs/${job}/decisions`).send({ jointId: joint, rod: 'ER308L' }).expect(201);
  expect(await standing()).toBe('ready');
  const burn = async (at: string, number: number): Promise<string> => {
    const start = await log(job, at, { ...START, number, planned: 2 }).expect(201);
    const { id } = start.body as WeldRecord;
    await log(job, at, { kind: 'stop', of: id, why: 'end', toMm: null }, '2026-01-05T08:01:00Z').expect(201);
    return id;
  };
  await burn(joint, 0);
  expect(await card()).toEqual({ standing: 'welding', arcs: { done: 1, planned: 2 } });
  // The same arc struck again is no further one.
  await burn(joint, 0);
  expect(await standing()).toBe('welding');
  const last = await burn(alike, 0);
  expect(await card()).toEqual({ standing: 'judge', arcs: { done: 2, planned: 2 } });
  await server.request.post(`/api/weld/${last}/strike-out`).send({ reason: 'wrong joint' }).expect(200);
  expect(await standing()).toBe('welding');
  const { version } = await read(job);
  await server.request.patch(`/api/jobs/${job}`).send({ version, state: 'out' }).expect(200);
  expect(await standing()).toBe('out');
});
