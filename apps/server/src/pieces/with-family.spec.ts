import type { Piece } from '@variatum/contracts';
import { eq, sql } from 'drizzle-orm';
import { directCompute, type Compute } from '../compute';
import { tables } from '../database';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newPiece } from '../testing/things';

let server: TestServer;
/** What happens while a family is reckoned. */
let meanwhile: () => Promise<unknown> = () => Promise.resolve();
const plain = directCompute(16);
const watched: Compute = {
  ...plain,
  likelyFamily: async (piece) => {
    await meanwhile();
    return plain.likelyFamily(piece);
  },
};
beforeAll(async () => void (server = await testServer({ compute: watched })));
beforeEach(() => (meanwhile = () => Promise.resolve()));
afterAll(() => server.close());

const log = (piece: string, entry: object) => server.request.post(`/api/pieces/${piece}/tests`).send({ entry });
const CHIPS = { test: 'chips', outcome: 'short' };
const read = async (job: string): Promise<Piece> =>
  ((await server.request.get(`/api/jobs/${job}`).expect(200)).body as { pieces: [Piece] }).pieces[0];

test('while what a piece is taken for is reckoned, the piece is held by nobody', async () => {
  const { id: job } = await newJob(server);
  const { id } = await newPiece(server, job);
  let looks = 0;
  meanwhile = async () => {
    looks++;
    // Fails at once where somebody holds it.
    await server.context.transaction(({ database }) =>
      database.execute(sql`select 1 from ${tables.piece} where ${eq(tables.piece.id, id)} for update nowait`),
    );
  };
  await server.request.patch(`/api/pieces/${id}`).send({ version: 1, itemFamily: 'handrail' }).expect(200);
  const { body } = await log(id, CHIPS).expect(201);
  await server.request
    .post(`/api/tests/${(body as { id: string }).id}/strike-out`)
    .send({ reason: 'slip' })
    .expect(200);
  expect(looks).toBeGreaterThanOrEqual(3);
});

test('what comes meanwhile is reckoned with: no family is older than its tests', async () => {
  const { id: job } = await newJob(server);
  const { id } = await newPiece(server, job);
  let once = true;
  meanwhile = async () => {
    if (!once) return;
    once = false;
    await log(id, { test: 'magnet', outcome: 'full', worked: 'soft' });
  };
  await log(id, CHIPS).expect(201);
  const piece = await read(job);
  expect(piece.tests).toHaveLength(2);
  expect(piece.likelyFamily).toBe(await plain.likelyFamily(piece));
});

test('tests logged at once by many all count, each once', async () => {
  const { id: job } = await newJob(server);
  const { id } = await newPiece(server, job);
  const answers = await Promise.all(Array.from({ length: 6 }, () => log(id, CHIPS).then(({ status }) => status)));
  expect(answers).toEqual([201, 201, 201, 201, 201, 201]);
  const piece = await read(job);
  expect(piece.tests).toHaveLength(6);
  expect(piece.likelyFamily).toBe(await plain.likelyFamily(piece));
});
