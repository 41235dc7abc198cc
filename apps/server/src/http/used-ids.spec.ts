import type { JobDetail, Piece, Problem } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob as jobOn, newPiece as pieceOn } from '../testing/things';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const newJob = (fields: object = {}): Promise<JobDetail> => jobOn(server, fields);
const newPiece = (job: string, fields: object = {}): Promise<Piece> => pieceOn(server, job, fields);
const piecesOf = async (job: string): Promise<Piece[]> =>
  ((await server.request.get(`/api/jobs/${job}`).expect(200)).body as JobDetail).pieces;

/** Sends a request twice, then another one under the same id; only the first may count. */
async function onlyTheFirst(
  address: string,
  body: object,
  elsewhere: readonly (readonly [string, object])[],
): Promise<object> {
  const id = randomUUID();
  const first = await server.request.post(address).send({ id, ...body });
  expect(first.status).toBe(201);
  const again = await server.request.post(address).send({ id, ...body });
  expect([again.status, again.body]).toEqual([201, first.body]);
  for (const [other, otherBody] of elsewhere) {
    const answer = await server.request.post(other).send({ id, ...otherBody });
    expect([other, answer.status]).toEqual([other, 409]);
    expect((answer.body as Problem).errors).toEqual([
      { path: 'id', message: expect.stringContaining('another') as string },
    ]);
  }
  return first.body as object;
}

describe('an identifier in use', () => {
  test('of a job: the same request repeats, even after the job was changed; another one is refused', async () => {
    const body = { title: 'Grate', service: { environment: 'dry' } };
    const job = (await onlyTheFirst('/api/jobs', body, [
      ['/api/jobs', { ...body, title: 'Another' }],
      [`/api/jobs/${(await newJob()).id}/duplicate`, {}],
    ])) as JobDetail;
    await server.request.patch(`/api/jobs/${job.id}`).send({ version: 1, title: 'Renamed' }).expect(200);
    const late = await server.request
      .post('/api/jobs')
      .send({ ...body, id: job.id })
      .expect(201);
    expect((late.body as JobDetail).title).toBe('Renamed');
  });

  test('of a piece: not on another job, and not with other content', async () => {
    const [job, other] = [await newJob(), await newJob()];
    await onlyTheFirst(`/api/jobs/${job.id}/pieces`, { name: 'Bar', grade: '310S' }, [
      [`/api/jobs/${other.id}/pieces`, { name: 'Bar', grade: '310S' }],
      [`/api/jobs/${job.id}/pieces`, { name: 'Bar', grade: '309S' }],
    ]);
    expect(await piecesOf(other.id)).toEqual([]);
    expect((await piecesOf(job.id)).map(({ grade }) => grade)).toEqual(['310S']);
  });

  test('of a field test: not on another piece, and not with another outcome', async () => {
    const job = await newJob();
    const [piece, other] = [await newPiece(job.id), await newPiece(job.id)];
    const entry = { test: 'magnet', outcome: 'none', worked: 'soft' };
    await onlyTheFirst(`/api/pieces/${piece.id}/tests`, { entry }, [
      [`/api/pieces/${other.id}/tests`, { entry }],
      [`/api/pieces/${piece.id}/tests`, { entry: { ...entry, outcome: 'full' } }],
    ]);
    const [first, second] = await piecesOf(job.id);
    expect([first?.tests.length, second?.tests.length]).toEqual([1, 0]);
  });

  test('of a new job made from an old one: from another old one it is refused', async () => {
    const [job, other] = [await newJob(), await newJob()];
    const id = randomUUID();
    await server.request.post(`/api/jobs/${job.id}/duplicate`).send({ id }).expect(201);
    await server.request.post(`/api/jobs/${job.id}/duplicate`).send({ id }).expect(201);
    await server.request.post(`/api/jobs/${other.id}/duplicate`).send({ id }).expect(409);
  });
});

test('a thing cannot be put under an owner that is not there', async () => {
  const nobody = randomUUID();
  await server.request.post(`/api/jobs/${nobody}/pieces`).send({ name: 'Tine' }).expect(404);
  await server.request
    .post(`/api/pieces/${nobody}/tests`)
    .send({ entry: { test: 'chips', outcome: 'short' } })
    .expect(404);
  await server.request.post(`/api/jobs/${nobody}/duplicate`).send({}).expect(404);
});

test('no statement can put a thing of one workshop under a job of another', async () => {
  const job = await newJob();
  const foreign = randomUUID();
  await server.asOwner(`insert into workshop (id, name) values ('${foreign}', 'Next door')`);
  for (const sql of [
    `insert into piece (id, workshop_id, job_id, position, name, kind) values (gen_random_uuid(), '${foreign}', ` +
      `'${job.id}', 0, 'x', 'base')`,
    `insert into joint (id, workshop_id, job_id, joint) values (gen_random_uuid(), '${foreign}', '${job.id}', '{}')`,
    'insert into photo (id, workshop_id, job_id, media_type, width_pixels, height_pixels) values ' +
      `(gen_random_uuid(), '${foreign}', '${job.id}', 'image/png', 1, 1)`,
  ])
    await expect(server.asOwner(sql)).rejects.toMatchObject({ code: '23503' });
});

test('pieces added at once stand one after another', async () => {
  const job = await newJob();
  await Promise.all(Array.from({ length: 8 }, (_, index) => newPiece(job.id, { name: `Tine ${index}` })));
  expect((await piecesOf(job.id)).map(({ position }) => position)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
});

test('tests logged at once all count in what the piece is taken for', async () => {
  const job = await newJob();
  const piece = await newPiece(job.id);
  const entries = [
    { test: 'magnet', outcome: 'full', worked: 'soft' },
    { test: 'copper-sulphate', outcome: 'deposit', filed: true },
    { test: 'spark', outcome: 'long-forked' },
  ];
  await Promise.all(
    entries.map((entry) => server.request.post(`/api/pieces/${piece.id}/tests`).send({ entry }).expect(201)),
  );
  const [after] = await piecesOf(job.id);
  expect(after?.tests).toHaveLength(3);
  const counted = await server.compute.likelyFamily(after as Piece);
  expect(after?.likelyFamily).toBe(counted);
});
