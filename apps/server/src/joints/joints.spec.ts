import type { JobDetail, JointRecord, Problem } from '@variatum/contracts';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const side = (piece: string, given: object = {}) => ({ piece, end: null, alongMm: NOT_GIVEN, clock: null, ...given });
const patch = (joint: JointRecord, fields: object) =>
  server.request.patch(`/api/joints/${joint.id}`).send({ version: joint.version, ...fields });
const pathsOf = (body: unknown) => (body as Problem).errors?.map(({ path }) => path);

test('a job has as many joints as its part, in their order, each where it sits on its pieces', async () => {
  const job = await newJob(server);
  const [run, branch] = [await newPiece(server, job.id), await newPiece(server, job.id)];
  const made = [];
  for (const alongMm of [known(100), { value: 200, typed: '20 cm' }, known(300)])
    made.push(
      await newJoint(server, job.id, {
        joint: { type: 'saddle' },
        sides: [side(branch.id, { end: 'start' }), side(run.id, { alongMm, clock: 12 })],
      }),
    );
  const { joints } = (await server.request.get(`/api/jobs/${job.id}`).expect(200)).body as JobDetail;
  expect(joints.map(({ id, position }) => [id, position])).toEqual(made.map(({ id }, index) => [id, index]));
  expect(joints[1]).toEqual(made[1]);
  expect(joints[1]?.sides[1]).toMatchObject({ alongMm: { value: 200, typed: '20 cm' }, clock: 12 });
});

test('is changed upon its version, refused when stale, withdrawn and brought back', async () => {
  const joint = await newJoint(server, (await newJob(server)).id);
  const changed = (
    await patch(joint, { joint: { type: 'fillet', dilution: 0.3 }, lengthMm: known(40), course: 'around' }).expect(200)
  ).body as JointRecord;
  expect(changed).toMatchObject({ version: 2, joint: { type: 'fillet' }, lengthMm: { value: 40 }, course: 'around' });
  const problem = (await patch(joint, { name: 'Seat' }).expect(409)).body as Problem & { current: object };
  expect(problem.current).toEqual(changed);
  const gone = (await server.request.post(`/api/joints/${joint.id}/withdraw`).send({ version: 2 }).expect(200))
    .body as JointRecord;
  expect(gone.withdrawnAt).not.toBeNull();
  expect(
    (await server.request.post(`/api/joints/${joint.id}/restore`).send({ version: 3 }).expect(200)).body,
  ).toMatchObject({ withdrawnAt: null });
});

test('sent again it is made once', async () => {
  const job = await newJob(server);
  const id = randomUUID();
  const first = await newJoint(server, job.id, { id });
  expect(await newJoint(server, job.id, { id })).toEqual(first);
  await server.request
    .post(`/api/jobs/${job.id}/joints`)
    .send({ id, joint: { type: 'bevel' } })
    .expect(409);
});

test('names pieces of its own job and joints it can be alike to, and nothing else', async () => {
  const [job, other] = [await newJob(server), await newJob(server)];
  const stranger = await newPiece(server, other.id);
  const joint = await newJoint(server, job.id);
  const elsewhere = await newJoint(server, other.id);
  const add = (fields: object) =>
    server.request.post(`/api/jobs/${job.id}/joints`).send({ joint: { type: 'lap' }, ...fields });
  await add({ sides: [side(stranger.id)] }).expect(404);
  await patch(joint, { sides: [side(randomUUID())] }).expect(404);
  await add({ alikeTo: elsewhere.id }).expect(404);
  expect(pathsOf((await patch(joint, { alikeTo: joint.id }).expect(422)).body)).toEqual(['alikeTo']);
  await server.request
    .post(`/api/jobs/${randomUUID()}/joints`)
    .send({ joint: { type: 'lap' } })
    .expect(404);
  await patch({ ...joint, id: randomUUID() }, { name: 'x' }).expect(404);
});

test.each<[object, string]>([
  [{ joint: { type: 'lap', dilution: 4 } }, 'joint.dilution'],
  [{ joint: { type: 'weld' } }, 'joint.type'],
  [
    {
      joint: { type: 'lap' },
      fit: { gapMm: known(50), landMm: NOT_GIVEN, bevelDeg: NOT_GIVEN, mismatchMm: NOT_GIVEN, legMm: NOT_GIVEN },
    },
    'fit.gapMm.value',
  ],
  [{ joint: { type: 'lap' }, sides: [side(randomUUID(), { clock: 13 })] }, 'sides.0.clock'],
  [{ joint: { type: 'lap' }, course: 'up' }, 'course'],
])('refuses %j by the field', async (fields, path) => {
  const job = await newJob(server);
  expect(pathsOf((await server.request.post(`/api/jobs/${job.id}/joints`).send(fields).expect(422)).body)).toEqual([
    path,
  ]);
});

test('shares are counted against the pieces the joint names, also when only those change', async () => {
  const job = await newJob(server);
  const pieces = [await newPiece(server, job.id), await newPiece(server, job.id), await newPiece(server, job.id)];
  const sides = pieces.map(({ id }) => side(id));
  const joint = await newJoint(server, job.id, {
    joint: { type: 'bevel', shares: [0.5, 0.5] },
    sides: sides.slice(0, 2),
  });
  expect(pathsOf((await patch(joint, { sides }).expect(422)).body)).toEqual(['joint.shares']);
  await patch(joint, { sides, joint: { type: 'bevel' } }).expect(200);
});

test('a job begins with the part it was described by, once, or not at all', async () => {
  const [id, a, b, one] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  const body = {
    id,
    title: 'Tube to plate',
    pieces: [
      { id: a, name: 'Tube', form: 'tube' },
      { id: b, name: 'Plate', form: 'plate' },
    ],
    joints: [{ id: one, joint: { type: 'fillet' }, sides: [side(a), side(b)] }],
  };
  const job = (await server.request.post('/api/jobs').send(body).expect(201)).body as JobDetail;
  expect(job.pieces.map(({ name }) => name)).toEqual(['Tube', 'Plate']);
  expect(job.joints).toMatchObject([{ id: one, sides: [{ piece: a }, { piece: b }] }]);
  expect((await server.request.post('/api/jobs').send(body).expect(201)).body).toEqual(job);
  const broken = {
    ...body,
    id: randomUUID(),
    pieces: [],
    joints: [{ joint: { type: 'fillet' }, sides: [side(randomUUID())] }],
  };
  await server.request.post('/api/jobs').send(broken).expect(404);
  await server.request.get(`/api/jobs/${broken.id}`).expect(404);
});
