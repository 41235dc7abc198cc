import type { BoardJob, Decision, DecisionBrief, JobDetail, Piece, Problem } from '@variatum/contracts';
import { NOT_GIVEN } from '@variatum/metallurgy';
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Compute } from '../compute';
import { directCompute } from '../compute';
import { testServer, type TestServer } from '../testing/test-server';
import { newJoint } from '../testing/things';

let asked = 0;
/** Set by a test that wants a choice to take for ever; told when nobody waits for it any more. */
let endless: ((signal: AbortSignal | undefined) => void) | undefined;
const direct = directCompute(64);
const counting: Compute = {
  ...direct,
  choose: (...question) => {
    asked++;
    if (!endless) return direct.choose(...question);
    endless(question[4]);
    return new Promise((_resolve, reject) =>
      question[4]?.addEventListener('abort', () => reject(new Error('nobody waits'))),
    );
  },
};

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ compute: counting });
});
afterAll(() => server.close());

const newJob = async (): Promise<JobDetail> =>
  (await server.request.post('/api/jobs').send({ title: 'Hinge' }).expect(201)).body as JobDetail;
const newPiece = async (job: string, grade: string): Promise<Piece> =>
  (await server.request.post(`/api/jobs/${job}/pieces`).send({ name: 'Leaf', grade }).expect(201)).body as Piece;
const decide = (job: string, body: object) => server.request.post(`/api/jobs/${job}/decisions`).send(body);
const whole = async (id: string): Promise<Decision> =>
  (await server.request.get(`/api/decisions/${id}`).expect(200)).body as Decision;

describe('a decision', () => {
  test('is stored with question, engine, seed and result of the server; lists carry it in brief', async () => {
    const job = await newJob();
    await newPiece(job.id, 'A36');
    await newPiece(job.id, '304L');
    const brief = (await decide(job.id, { rod: 'ER309L', seed: 3, note: 'as usual' }).expect(201))
      .body as DecisionBrief;
    expect(brief).toMatchObject({
      rod: 'ER309L',
      seed: 3,
      note: 'as usual',
      engineVersion: expect.stringMatching(/^\d+\.\d+/) as string,
    });
    const decision = await whole(brief.id);
    expect(decision).toMatchObject(brief);
    expect(decision.question).toMatchObject({ pieces: [{ grade: 'A36' }, { grade: '304L' }] });
    expect((decision.result['ranking'] as unknown[]).length).toBeGreaterThan(30);
    expect(decision.result['recommended']).toBe(brief.recommended);
    const again = (await decide(job.id, { rod: 'ER309L', seed: 3 }).expect(201)).body as DecisionBrief;
    expect((await whole(again.id)).result).toEqual(decision.result);

    const { body } = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect((body as JobDetail).decisions.map(({ id }) => id)).toEqual([again.id, brief.id]);
    expect((body as JobDetail).decisions[1]).toEqual(brief);
    const listed = await server.request.get(`/api/jobs/${job.id}/decisions`).expect(200);
    expect(listed.body).toEqual((body as JobDetail).decisions);
    // A day of decisions must not make every look at the job heavy.
    expect(Buffer.byteLength(JSON.stringify(body))).toBeLessThan(8000);
  });

  test('on nothing, an unknown rod or one that is no candidate is refused before it is computed', async () => {
    const job = await newJob();
    const path = async (body: object): Promise<string | undefined> =>
      ((await decide(job.id, body).expect(422)).body as Problem).errors?.[0]?.path;
    const before = asked;
    expect(await path({ rod: 'ER309L' })).toBe('pieces');
    await newPiece(job.id, '304L');
    expect(await path({ rod: 'ER999' })).toBe('rod');
    expect(asked).toBe(before);
    const { id: jointId } = await newJoint(server, job.id, { joint: { type: 'fillet' } });
    expect(await path({ rod: null })).toBe('jointId');
    expect(await path({ rod: null, jointId })).toBe('rod');
  });

  test('on a job that is not there is refused, and so is asking for one', async () => {
    await decide(randomUUID(), { rod: 'ER309L' }).expect(404);
    await server.request.get(`/api/jobs/${randomUUID()}/decisions`).expect(404);
    await server.request.get(`/api/decisions/${randomUUID()}`).expect(404);
  });

  test('on a joint that no longer fits its pieces names the field', async () => {
    const job = await newJob();
    await newPiece(job.id, '304L');
    await newPiece(job.id, '316L');
    const joint = await newJoint(server, job.id, { joint: { type: 'bevel', shares: [0.5, 0.5] } });
    await newPiece(job.id, 'A36');
    const { body } = await decide(job.id, { rod: 'ER309L', jointId: joint.id }).expect(422);
    expect((body as Problem).errors?.[0]).toEqual({
      path: 'joint.shares',
      message: expect.stringContaining('3 shares') as string,
    });
  });

  test('is for a joint: of its own pieces, and of the joint it is alike to', async () => {
    const job = await newJob();
    const pieces = [await newPiece(job.id, '304L'), await newPiece(job.id, '316L'), await newPiece(job.id, 'A36')];
    const sides = (...which: number[]) =>
      which.map((index) => ({ piece: pieces[index]?.id, end: null, alongMm: NOT_GIVEN, clock: null }));
    const one = await newJoint(server, job.id, { joint: { type: 'fillet' }, sides: sides(2, 0) });
    const other = await newJoint(server, job.id, { joint: { type: 'bevel' }, sides: sides(1), alikeTo: one.id });
    for (const { id: jointId } of [one, other]) {
      const { body } = await decide(job.id, { rod: 'ER309L', jointId }).expect(201);
      expect(await whole((body as DecisionBrief).id)).toMatchObject({
        jointId,
        question: { pieces: [{ grade: 'A36' }, { grade: '304L' }], joint: { type: 'fillet' } },
      });
    }
    const { body: list } = await server.request.get('/api/jobs').query({ limit: 1 }).expect(200);
    const [listed] = (list as { jobs: BoardJob[] }).jobs;
    expect(listed?.decided.map(({ jointId, rod }) => [jointId, rod]).sort()).toEqual(
      [
        [one.id, 'ER309L'],
        [other.id, 'ER309L'],
      ].sort(),
    );
    await decide(job.id, { rod: 'ER309L', jointId: randomUUID() }).expect(404);
  });

  test('sent again is computed once; under a used id another one is refused', async () => {
    const job = await newJob();
    await newPiece(job.id, '304L');
    const id = randomUUID();
    const first = (await decide(job.id, { id, rod: 'ER308L' }).expect(201)).body as DecisionBrief;
    const before = asked;
    expect((await decide(job.id, { id, rod: 'ER308L' }).expect(201)).body).toEqual(first);
    expect(asked).toBe(before);
    await decide(job.id, { id, rod: 'ER309L' }).expect(409);
    const other = await newJob();
    await newPiece(other.id, '304L');
    await decide(other.id, { id, rod: 'ER308L' }).expect(409);
    expect((await server.request.get(`/api/jobs/${other.id}/decisions`).expect(200)).body).toEqual([]);
  });

  test('nobody waits for is given up, and nothing is stored of it', async () => {
    const job = await newJob();
    await newPiece(job.id, '304L');
    const started = new Promise<AbortSignal | undefined>((resolve) => (endless = resolve));
    const socket = createServer(server.app);
    await new Promise<void>((done) => socket.listen(0, '127.0.0.1', done));
    const leave = new AbortController();
    const ended = fetch(`http://127.0.0.1:${(socket.address() as AddressInfo).port}/api/jobs/${job.id}/decisions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ rod: 'ER308L' }),
      signal: leave.signal,
    }).then(
      () => 'answered',
      () => 'left',
    );
    const signal = await started;
    endless = undefined;
    expect(signal?.aborted).toBe(false);
    const given = new Promise((resolve) => signal?.addEventListener('abort', resolve));
    leave.abort();
    await given;
    expect(await ended).toBe('left');
    socket.closeAllConnections();
    await new Promise((done) => socket.close(done));
    expect((await server.request.get(`/api/jobs/${job.id}/decisions`).expect(200)).body).toEqual([]);
  });
});
