import { known } from '@variatum/metallurgy';
import type { JobDetail, Piece } from '@variatum/contracts';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newPiece } from '../testing/things';
import { likelyFamily } from './likely-family';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const job = (): Promise<JobDetail> => newJob(server, { title: 'Pieces' });
const add = async (fields: object = {}): Promise<Piece> =>
  newPiece(server, (await job()).id, { name: 'Rail', ...fields });
const change = async (piece: Piece, fields: object): Promise<Piece> =>
  (
    await server.request
      .patch(`/api/pieces/${piece.id}`)
      .send({ version: piece.version, ...fields })
      .expect(200)
  ).body as Piece;
const log = async (piece: Piece, entry: object): Promise<void> =>
  void (await server.request.post(`/api/pieces/${piece.id}/tests`).send({ entry }).expect(201));
const read = async ({ id, jobId }: Piece): Promise<Piece> =>
  ((await server.request.get(`/api/jobs/${jobId}`).expect(200)).body as JobDetail).pieces.find(
    (piece) => piece.id === id,
  ) as Piece;

describe('a piece', () => {
  test('keeps its sizes as numbers and as they were typed, its state and its marks', async () => {
    const fields = {
      outsideMm: { value: 38.1, typed: '1 1/2"' },
      thicknessMm: { value: 1.651, typed: '.065' },
      condition: 'oil-soaked',
      marks: '316L heat 4711',
    };
    const piece = await add(fields);
    expect(piece).toMatchObject(fields);
    expect(await change(piece, { outsideMm: { value: null, typed: 'about forty' } })).toMatchObject({
      outsideMm: { value: null, typed: 'about forty' },
      thicknessMm: { typed: '.065' },
    });
  });

  test.each([
    [{ outsideMm: known(0.2) }, 'outsideMm.value'],
    [{ outsideMm: known(4000) }, 'outsideMm.value'],
    [{ condition: 'bored' }, 'condition'],
    [{ marks: 'x'.repeat(201) }, 'marks'],
    [{ origin: 'half a pair \ud83d' }, 'origin'],
    [{ name: 'null \0' }, 'name'],
  ])('refuses %j by name', async (fields, path) => {
    const { body } = await server.request
      .post(`/api/jobs/${(await job()).id}/pieces`)
      .send({ name: 'Rail', ...fields })
      .expect(422);
    expect((body as { errors: { path: string }[] }).errors.map((error) => error.path)).toEqual([path]);
  });
});

describe('the likely family', () => {
  test('follows the tests without counting as a change of the piece', async () => {
    const piece = await add();
    expect(piece.likelyFamily).toBeNull();
    await log(piece, { test: 'magnet', outcome: 'full', worked: 'soft' });
    await log(piece, { test: 'copper-sulphate', outcome: 'deposit', filed: true });
    expect(await read(piece)).toMatchObject({ likelyFamily: expect.stringMatching(/carbon|low-alloy/), version: 1 });
  });

  test('is that of a grade taken as known, whatever the tests say', async () => {
    const piece = await add();
    await log(piece, { test: 'magnet', outcome: 'full', worked: 'soft' });
    expect((await change(piece, { grade: '316L' })).likelyFamily).toBe('austenitic');
  });

  test('of an old weld is that of its rod, and none while the rod is not known', async () => {
    const weld = await add({ kind: 'old-weld' });
    expect(weld.likelyFamily).toBeNull();
    expect((await change(weld, { weldMetal: 'ER2209' })).likelyFamily).toBe('duplex');
  });

  test('is reckoned from what kind of part it is when no test was done', async () => {
    const piece = await add({ itemFamily: 'handrail' });
    expect(piece.likelyFamily).toBe('austenitic');
    expect(await likelyFamily(server.compute, piece)).toBe('austenitic');
  });
});
