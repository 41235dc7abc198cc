import type { JobDetail, Learnt, Workshop } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

const AT = '2026-01-05T08:00:00Z';
const learnt = async (except?: string): Promise<Learnt> => (await server.request.get(`/api/learnt${except ? `?except=${except}` : ''}`).expect(200)).body as Learnt; // prettier-ignore
const read = async (job: string): Promise<JobDetail> => (await server.request.get(`/api/jobs/${job}`)).body as JobDetail; // prettier-ignore
/** A fillet of stainless on plain steel, with so many beads of a ferrite that tells of little dilution. */
async function welded(fns: readonly number[], { grade = '304L' as string | null } = {}): Promise<{ job: string; joint: string; beads: string[] }> {
  const { id: job } = await newJob(server);
  await newPiece(server, job, { grade });
  await newPiece(server, job, { grade: 'A36' });
  const { id: joint } = await newJoint(server, job);
  const beads: string[] = [];
  for (const fn of fns) {
    const id = randomUUID();
    await server.request.post(`/api/jobs/${job}/weld`).send({ id, jointId: joint, at: AT, entry: { kind: 'ferrite', fn, rod: 'ER309L' } }).expect(201);
    beads.push(id);
  }
  return { job, joint, beads };
} // prettier-ignore

test('dilution is learnt from beads that stand, of metals that are known, in jobs that are not withdrawn', async () => {
  expect(await learnt()).toEqual({ dilutions: [], outcomes: [] });
  await welded([9], { grade: null });
  expect((await learnt()).dilutions).toEqual([]);
  const first = await welded([12, 11, 13, 12]);
  const second = await welded([12]);
  const [fillet] = (await learnt()).dilutions;
  expect(fillet).toMatchObject({ kind: 'fillet', count: 5, jobs: 2, off: false });
  expect(fillet!.dilution.median).toBeLessThan(fillet!.prior.mode);
  expect(fillet!.next.max - fillet!.next.min).toBeLessThan(fillet!.prior.max - fillet!.prior.min + 0.03);

  // A job's own beads are weighed there, not here.
  expect((await learnt(first.job)).dilutions[0]).toMatchObject({ count: 1, jobs: 1 });
  await server.request.post(`/api/weld/${first.beads[0]}/strike-out`).send({ reason: 'wrong bead' }).expect(200);
  expect((await learnt()).dilutions[0]!.count).toBe(4);
  const { version } = await read(second.job);
  await server.request.post(`/api/jobs/${second.job}/withdraw`).send({ version }).expect(200);
  expect((await learnt()).dilutions[0]).toMatchObject({ count: 3, jobs: 1 });
});

test('what was learnt is in a decision on another job, until it is left out', async () => {
  await welded([12, 11, 13, 12, 12, 11]);
  const { job, joint } = await welded([]);
  const dilutionOfDecision = async (): Promise<unknown> => {
    const { body } = await server.request.post(`/api/jobs/${job}/decisions`).send({ rod: 'ER309L', jointId: joint }).expect(201); // prettier-ignore
    const { body: whole } = await server.request.get(`/api/decisions/${(body as { id: string }).id}`);
    return (whole as { question: { joint: { dilution?: unknown } } }).question.joint.dilution;
  };
  const { next } = (await learnt(job)).dilutions[0]!;
  expect(await dilutionOfDecision()).toEqual(next);
  const { version } = (await server.request.get('/api/workshop')).body as Workshop;
  await server.request
    .patch('/api/workshop')
    .send({ version, learntOff: ['fillet'] })
    .expect(200);
  expect((await learnt()).dilutions[0]!.off).toBe(true);
  expect(await dilutionOfDecision()).toBeUndefined();
});

test('how repairs did is counted by rod, as each joint was last seen', async () => {
  const { job, joint } = await welded([]);
  await server.request.post(`/api/jobs/${job}/decisions`).send({ rod: 'ER312', jointId: joint }).expect(201);
  const see = (outcome: string, at: string): unknown =>
    server.request.post(`/api/jobs/${job}/record`).send({ jointId: null, at, entry: { kind: 'seen', on: at.slice(0, 10), outcome, where: null, note: '' } }).expect(201); // prettier-ignore
  await see('held', '2026-03-01T08:00:00Z');
  const count = async () => (await learnt()).outcomes.find(({ rod }) => rod === 'ER312');
  expect(await count()).toMatchObject({ held: 1, failed: 0 });
  await see('cracked', '2026-09-01T08:00:00Z');
  const cracked = await count();
  expect(cracked).toMatchObject({ held: 0, failed: 1 });
  expect(cracked!.range90[0]).toBeLessThan(0.05);
  expect(cracked!.range90[1]).toBeGreaterThan(0.7);
});
