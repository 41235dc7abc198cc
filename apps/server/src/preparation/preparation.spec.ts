import { NO_PURGE, type JobDetail, type JointRecord, type PreparationTick } from '@variatum/contracts';
import { known } from '@variatum/metallurgy';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => (server = await testServer()));
afterAll(() => server.close());

const read = async (id: string): Promise<JobDetail> =>
  (await server.request.get(`/api/jobs/${id}`).expect(200)).body as JobDetail;
const say = (job: string, body: object) => server.request.post(`/api/jobs/${job}/preparation`).send(body);

describe('words on the preparation list', () => {
  test('are kept one after another, and read in their order', async () => {
    const job = await newJob(server);
    await say(job.id, { key: 'bright', state: 'done' }).expect(201);
    await say(job.id, { key: 'bright', state: 'skipped' }).expect(201);
    await say(job.id, { key: 'old-weld j w', state: 'done', way: 'cut-out' }).expect(201);
    const { preparation } = await read(job.id);
    expect(preparation.map(({ key, state, way }) => [key, state, way])).toEqual([
      ['bright', 'done', null],
      ['bright', 'skipped', null],
      ['old-weld j w', 'done', 'cut-out'],
    ]);
    expect(Date.parse(preparation[0]!.createdAt)).toBeLessThanOrEqual(Date.now());
  });
  test('sent twice are one; another word under the same id is refused', async () => {
    const job = await newJob(server);
    const id = randomUUID();
    const first = (await say(job.id, { id, key: 'degrease', state: 'done' }).expect(201)).body as PreparationTick;
    expect((await say(job.id, { id, key: 'degrease', state: 'done' }).expect(201)).body).toEqual(first);
    await say(job.id, { id, key: 'degrease', state: 'open' }).expect(409);
    expect((await read(job.id)).preparation).toHaveLength(1);
  });
  test('cannot be rewritten, whoever writes', async () => {
    const job = await newJob(server);
    await say(job.id, { key: 'bright', state: 'done' }).expect(201);
    await expect(server.asOwner(`update preparation_tick set state = 'open'`)).rejects.toThrow(/never changed/);
    await expect(server.asOwner('delete from preparation_tick')).rejects.toThrow(/never changed/);
  });
  test('what is no word is named by its field', async () => {
    const job = await newJob(server);
    const { body } = await say(job.id, { key: '', state: 'perhaps' }).expect(422);
    expect((body as { errors: { path: string }[] }).errors.map(({ path }) => path).sort()).toEqual(['key', 'state']);
  });
});

describe('what is planned', () => {
  test('the purge is kept with the job; a copy has it on its own pieces, with nothing running', async () => {
    const job = await newJob(server);
    const piece = await newPiece(server, job.id, { form: 'tube' });
    const purge = {
      ...NO_PURGE,
      dams: [{ piece: piece.id, alongMm: 120 }],
      vents: [{ piece: piece.id, alongMm: 300, holeMm: 4 }],
      flowLpm: known(8),
      clock: { startedAt: new Date().toISOString(), minutes: [1, 2, null] },
    };
    await server.request.patch(`/api/jobs/${job.id}`).send({ version: 1, purge }).expect(200);
    expect((await read(job.id)).purge).toEqual(purge);
    const copy = (await server.request.post(`/api/jobs/${job.id}/duplicate`).send({}).expect(201)).body as JobDetail;
    expect(copy.purge).toMatchObject({ flowLpm: { value: 8 }, clock: null });
    expect(copy.purge.dams).toEqual([{ piece: copy.pieces[0]!.id, alongMm: 120 }]);
    expect(copy.preparation).toEqual([]);
  });
  test('a target nobody can mean is refused by its field', async () => {
    const job = await newJob(server);
    const { body } = await server.request
      .patch(`/api/jobs/${job.id}`)
      .send({ version: 1, purge: { ...NO_PURGE, targetPpm: 0 } })
      .expect(422);
    expect((body as { errors: { path: string }[] }).errors).toMatchObject([{ path: 'purge.targetPpm' }]);
  });
  test('settings set otherwise are kept by pass', async () => {
    const job = await newJob(server);
    const joint = await newJoint(server, job.id);
    const patch = { version: joint.version, settings: { root: { amps: 62, cup: 10 } } };
    const changed = (await server.request.patch(`/api/joints/${joint.id}`).send(patch).expect(200)).body as JointRecord;
    expect(changed.settings).toEqual({ root: { amps: 62, cup: 10 } });
    await server.request
      .patch(`/api/joints/${joint.id}`)
      .send({ version: changed.version, settings: { root: { amps: -5 } } })
      .expect(422);
  });
});
