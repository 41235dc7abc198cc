import type { Learnt } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

const AT = '2026-01-05T08:00:00Z';
async function welded(): Promise<{ job: string; joint: string }> {
  const { id: job } = await newJob(server);
  for (const name of ['A', 'B']) await newPiece(server, job, { name, grade: '304L', itemFamily: 'handrail' });
  const { id: joint } = await newJoint(server, job);
  return { job, joint };
}
const ferrite = (job: string, jointId: string, rod: string) =>
  server.request.post(`/api/jobs/${job}/weld`).send({ jointId, at: AT, entry: { kind: 'ferrite', fn: 8, rod } });

test.each([
  ['itemFamily', ''],
  ['itemFamily', 'nonsense'],
  ['grade', ''],
  ['weldMetal', ''],
])('%s %j is refused at its field: an empty name is none', async (field, name) => {
  const { id: job } = await newJob(server);
  const { body } = await server.request
    .post(`/api/jobs/${job}/pieces`)
    .send({ name: 'Leaf', [field]: name })
    .expect(422);
  expect((body as { errors: { path: string }[] }).errors.map(({ path }) => path)).toEqual([field]);
});

test('a rod that is none is refused in a log', async () => {
  const { job, joint } = await welded();
  const { body } = await ferrite(job, joint, 'nonsense').expect(422);
  expect((body as { errors: object[] }).errors).toEqual([
    { path: 'entry.rod', message: 'not in the catalogue of rods' },
  ]);
});

test('what was kept before names were checked is left out of what is learnt, and stops no decision', async () => {
  const [old, next] = [await welded(), await welded()];
  await ferrite(old.job, old.joint, 'ER308L').expect(201);
  const [{ workshop_id: shop }] = (await server.asOwner(`select workshop_id from job where id = '${old.job}'`)) as [
    { workshop_id: string },
  ];
  await server.asOwner(
    `insert into weld_entry (id, workshop_id, job_id, joint_id, at, entry) values ('${randomUUID()}', '${shop}', ` +
      `'${old.job}', '${old.joint}', now(), '{"kind":"ferrite","fn":8,"rod":"nonsense"}')`,
  );
  await server.asOwner(
    'insert into piece (id, workshop_id, job_id, position, name, kind, item_family, grade) values ' +
      `('${randomUUID()}', '${shop}', '${next.job}', 5, 'Odd', 'base', '', '304L')`,
  );
  await server.request.post(`/api/jobs/${next.job}/decisions`).send({ rod: 'ER308L', jointId: next.joint }).expect(201);
  await server.request.post(`/api/jobs/${old.job}/decisions`).send({ rod: 'ER308L', jointId: old.joint }).expect(201);
  const learnt = (await server.request.get('/api/learnt').expect(200)).body as Learnt;
  expect(learnt.leftOut).toBe(2);
  expect(learnt.dilutions).toEqual([expect.objectContaining({ count: 1 })]);
  expect(learnt.families.map(({ family }) => family)).toEqual(['handrail']);
});
