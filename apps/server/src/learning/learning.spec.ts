import {
  NOTHING_LEARNT,
  type AlikeJob,
  type Calibration,
  type JobDetail,
  type Learnt,
  type Workshop,
} from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newJoint, newPiece } from '../testing/things';

let server: TestServer;
beforeAll(async () => void (server = await testServer()));
afterAll(() => server.close());

const AT = '2026-01-05T08:00:00Z';
const learnt = async (except?: string): Promise<Learnt> =>
  (await server.request.get(`/api/learnt${except ? `?except=${except}` : ''}`).expect(200)).body as Learnt;
const read = async (job: string): Promise<JobDetail> =>
  (await server.request.get(`/api/jobs/${job}`)).body as JobDetail;
/** A fillet of stainless on plain steel, with so many beads of a ferrite that tells of little dilution. */
async function welded(
  fns: readonly number[],
  { grade = '304L' as string | null } = {},
): Promise<{ job: string; joint: string; beads: string[] }> {
  const { id: job } = await newJob(server);
  await newPiece(server, job, { grade });
  await newPiece(server, job, { grade: 'A36' });
  const { id: joint } = await newJoint(server, job);
  const beads: string[] = [];
  for (const fn of fns) {
    const id = randomUUID();
    await server.request
      .post(`/api/jobs/${job}/weld`)
      .send({ id, jointId: joint, at: AT, entry: { kind: 'ferrite', fn, rod: 'ER309L' } })
      .expect(201);
    beads.push(id);
  }
  return { job, joint, beads };
}

test('dilution is learnt from beads that stand, of metals that are known, in jobs that are not withdrawn', async () => {
  expect(await learnt()).toEqual(NOTHING_LEARNT);
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
    const { body } = await server.request
      .post(`/api/jobs/${job}/decisions`)
      .send({ rod: 'ER309L', jointId: joint })
      .expect(201);
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
    server.request
      .post(`/api/jobs/${job}/record`)
      .send({ jointId: null, at, entry: { kind: 'seen', on: at.slice(0, 10), outcome, where: null, note: '' } })
      .expect(201);
  await see('held', '2026-03-01T08:00:00Z');
  const count = async () => (await learnt()).outcomes.find(({ rod }) => rod === 'ER312');
  expect(await count()).toMatchObject({ held: 1, failed: 0 });
  await see('cracked', '2026-09-01T08:00:00Z');
  const cracked = await count();
  expect(cracked).toMatchObject({ held: 0, failed: 1 });
  expect(cracked!.range90[0]).toBeLessThan(0.05);
  expect(cracked!.range90[1]).toBeGreaterThan(0.7);
});

const post = (path: string, body: object) => server.request.post(`/api${path}`).send(body).expect(201);
/** A piece of a kind, tested with a magnet, that turned out to be of a grade. */
async function confirmed(
  grade: string,
  pull: string,
  family = 'screen-rake',
): Promise<{ job: string; piece: string; test: string }> {
  const { id: job } = await newJob(server);
  const { id: piece } = await newPiece(server, job, { itemFamily: family });
  const { body } = await post(`/pieces/${piece}/tests`, { entry: { test: 'magnet', outcome: pull, worked: 'soft' } });
  await server.request.patch(`/api/pieces/${piece}`).send({ version: 1, grade }).expect(200);
  return { job, piece, test: (body as { id: string }).id };
}

test('what items are made of, and how good tests are, is learnt from confirmed pieces that stand', async () => {
  const before = (await learnt()).families;
  expect(before.filter(({ family }) => family === 'screen-rake')).toEqual([]);
  const pieces: Awaited<ReturnType<typeof confirmed>>[] = [];
  // Austenitic metal that pulls like plain steel: somebody’s magnet is not to be believed.
  for (let index = 0; index < 6; index++) pieces.push(await confirmed('316L', 'full'));
  const rake = async (except?: string) =>
    (await learnt(except)).families.find(({ family }) => family === 'screen-rake');
  const magnet = async (except?: string) => (await learnt(except)).tests.find(({ test: name }) => name === 'magnet');
  expect(await rake()).toMatchObject({
    count: 6,
    off: false,
    key: 'family screen-rake',
    grades: [{ grade: '316L', count: 6 }],
  });
  const [grade] = (await rake())!.grades;
  expect(grade!.after).toBeGreaterThan(grade!.before);
  expect(await magnet()).toMatchObject({ count: 6, odd: 6, used: true });
  expect((await magnet())!.lapse).toBeGreaterThan((await magnet())!.prior);
  // What is asked about does not bear witness for itself; nor does what was struck out or withdrawn.
  expect((await rake(pieces[0]!.job))!.count).toBe(5);
  expect((await magnet(pieces[0]!.job))!.count).toBe(5);
  await server.request.post(`/api/tests/${pieces[0]!.test}/strike-out`).send({ reason: 'wrong piece' }).expect(200);
  expect((await magnet())!.count).toBe(5);
  const { version } = await read(pieces[1]!.job);
  await server.request.post(`/api/jobs/${pieces[1]!.job}/withdraw`).send({ version }).expect(200);
  expect([(await rake())!.count, (await magnet())!.count]).toEqual([5, 4]);
  await server.request.post(`/api/pieces/${pieces[2]!.piece}/withdraw`).send({ version: 2 }).expect(200);
  expect([(await rake())!.count, (await magnet())!.count]).toEqual([4, 3]);
});

test('what only tests or somebody’s word say teaches nothing; papers, an analysis or a stamp do', async () => {
  const kettle = async () => (await learnt()).families.find(({ family }) => family === 'tank-vessel')?.count ?? 0;
  const { piece } = await confirmed('304', 'none', 'tank-vessel');
  const results = async () => (await learnt()).tests.find(({ test: name }) => name === 'magnet')!.count;
  const all = await results();
  expect(await kettle()).toBe(1);
  let version = 2;
  for (const [gradeSource, counts] of [
    ['tests', 0],
    ['papers', 1],
    ['told', 0],
    ['analysis', 1],
    ['stamp', 1],
  ] as const) {
    await server.request.patch(`/api/pieces/${piece}`).send({ version: version++, gradeSource }).expect(200);
    expect([gradeSource, await kettle(), all - (await results())]).toEqual([gradeSource, counts, 1 - counts]);
  }
  await server.request.patch(`/api/pieces/${piece}`).send({ version, gradeSource: 'a hunch' }).expect(422);
});

test('what was learnt of a kind of item is in a decision on another one, until it is left out', async () => {
  for (let index = 0; index < 3; index++) await confirmed('S32205', 'clear', 'pump-part');
  const { id: job } = await newJob(server);
  await newPiece(server, job, { itemFamily: 'pump-part' });
  await newPiece(server, job, { grade: '304L' });
  const { id: joint } = await newJoint(server, job);
  const itemOf = async (): Promise<unknown> => {
    const { body } = await post(`/jobs/${job}/decisions`, { rod: 'ER309L', jointId: joint });
    const { body: whole } = await server.request.get(`/api/decisions/${(body as { id: string }).id}`);
    return (whole as { question: { pieces: { item?: unknown }[] } }).question.pieces[0]!.item;
  };
  expect(await itemOf()).toEqual({ family: 'pump-part', confirmed: { S32205: 3 } });
  const { version, learntOff } = (await server.request.get('/api/workshop')).body as Workshop;
  await server.request
    .patch('/api/workshop')
    .send({ version, learntOff: [...learntOff, 'family pump-part'] })
    .expect(200);
  expect(await itemOf()).toEqual({ family: 'pump-part' });
});

test('how long work and gas take is learnt from what was logged against what is reckoned', async () => {
  const { id: job } = await newJob(server);
  const sizes = {
    form: 'plate',
    grade: '304L',
    thicknessMm: { value: 6, typed: '' },
    lengthMm: { value: 400, typed: '' },
    widthMm: { value: 80, typed: '' },
  };
  const [one, other] = [await newPiece(server, job, sizes), await newPiece(server, job, sizes)];
  const side = (piece: string) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null });
  const { id: joint } = await newJoint(server, job, {
    joint: { type: 'fillet' },
    sides: [side(one.id), side(other.id)],
  });
  const at = (minutes: number): string => new Date(Date.UTC(2026, 2, 2, 8) + minutes * 60_000).toISOString();
  for (const start of [0, 20, 40]) {
    const id = randomUUID();
    await post(`/jobs/${job}/weld`, {
      id,
      jointId: joint,
      at: at(start),
      entry: {
        kind: 'start',
        bead: 'run',
        pass: 0,
        number: start / 20,
        fromMm: start,
        toMm: start + 30,
        amps: 90,
        rod: 'ER308L',
        rodMm: 2.4,
        lot: '',
        person: 0,
      },
    });
    await post(`/jobs/${job}/weld`, {
      jointId: joint,
      at: at(start + 15),
      entry: { kind: 'stop', of: id, why: 'end', toMm: null },
    });
  }
  const minutes = (stage: string, took: number) =>
    post(`/jobs/${job}/record`, {
      jointId: null,
      at: at(80),
      entry: { kind: 'minutes', of: 'work', stage, minutes: took },
    });
  for (const took of [30, 25]) await minutes('prepare', took);
  await minutes('clean', 40);
  await minutes('travel', 90);
  // What is still worked on says nothing of what it takes.
  expect((await learnt()).minutes).toEqual([]);
  const move = async (state: string): Promise<void> => {
    await server.request
      .patch(`/api/jobs/${job}`)
      .send({ version: (await read(job)).version, state })
      .expect(200);
  };
  await move('inspect');
  const kinds = async (): Promise<string[]> => (await learnt()).minutes.map(({ kind }) => kind);
  expect(await kinds()).toEqual(['prepare', 'weld']);
  await move('out');
  expect(await kinds()).toEqual(['clean', 'prepare', 'weld']);
  const { minutes: known } = await learnt();
  expect(known.at(-1)).toMatchObject({ kind: 'weld', count: 1, key: 'minutes weld' });
  // Fifty-five minutes of getting ready, told twice, where about thirty are usual.
  expect(known[1]!.factor).toBeGreaterThan(1.1);
  expect((await learnt(job)).minutes).toEqual([]);

  const { version, purge } = await read(job);
  await server.request
    .patch(`/api/jobs/${job}`)
    .send({
      version,
      purge: { ...purge, targetPpm: 50, seal: 'fair', clock: { startedAt: at(0), minutes: [3, 5, 8], pace: 1 } },
    })
    .expect(200);
  const { meter } = (await post('/meters', { kind: 'oxygen', name: 'Purge' })).body as { meter: { id: string } };
  const csv = [
    [0, 200_000],
    [4, 900],
    [9, 60],
    [10, 40],
    [12, 20],
  ]
    .map(([minute, ppm]) => `${at(minute!)},${ppm}`)
    .join('\n');
  await server.request
    .post(`/api/meters/${meter.id}/trace`)
    .send({ csv, use: { job, joint, place: 'vent' } })
    .expect(200);
  const [gas] = (await learnt()).purges;
  // Ten minutes where five were reckoned: one job draws half way there.
  expect(gas).toMatchObject({ kind: 'fair', count: 1, key: 'purge fair' });
  expect(gas!.factor).toBeGreaterThan(1.2);
  expect(gas!.factor).toBeLessThan(2);
});

test('what was predicted is set against what was found', async () => {
  const { job, joint } = await welded([]);
  await post(`/jobs/${job}/decisions`, { rod: 'ER309L', jointId: joint });
  const calibration = async (): Promise<Calibration> =>
    (await server.request.get('/api/calibration').expect(200)).body as Calibration;
  const before = await calibration();
  await post(`/jobs/${job}/weld`, { jointId: joint, at: AT, entry: { kind: 'ferrite', fn: 9, rod: 'ER309L' } });
  await post(`/jobs/${job}/record`, {
    jointId: joint,
    at: AT,
    entry: {
      kind: 'finding',
      line: 'ferrite',
      atMm: null,
      value: 70,
      range90: null,
      choice: null,
      by: 'gauge',
      note: '',
      photo: null,
    },
  });
  const after = await calibration();
  expect([after.ferrite.count - before.ferrite.count, after.ferrite.inside - before.ferrite.inside]).toEqual([2, 1]);
  expect(after.ferrite.points.map(({ found }) => found)).toEqual(expect.arrayContaining([9, 70]));
  expect(after.identity.count).toBeGreaterThan(0);
  expect(after.identity.right).toBeLessThanOrEqual(after.identity.inside);
  expect(after.cracks.found).toBeLessThanOrEqual(after.cracks.count);
});

test('what gave out is laid to mechanisms, each with its Beta range', async () => {
  const { job, joint } = await welded([]);
  await post(`/jobs/${job}/decisions`, { rod: 'ER308L', jointId: joint });
  const mechanisms = async (): Promise<Calibration['mechanisms']> =>
    ((await server.request.get('/api/calibration').expect(200)).body as Calibration).mechanisms;
  expect(await mechanisms()).toEqual([]);
  const { body } = await post(`/jobs/${job}/record`, {
    jointId: joint,
    at: AT,
    entry: { kind: 'seen', on: '2026-01-05', outcome: 'cracked', where: 'centre', note: '' },
  });
  const told = await mechanisms();
  // One joint, in parts; of what is hardly to blame nothing is told.
  const parts = told.reduce((sum, { count }) => sum + count, 0);
  expect(parts).toBeGreaterThan(0.85);
  expect(parts).toBeLessThanOrEqual(1 + 1e-9);
  expect(told[0]).toMatchObject({ mechanism: null, title: 'load, vibration or the fit' });
  for (const {
    of,
    mean,
    range90: [low, high],
  } of told) {
    expect(of).toBeGreaterThan(0);
    expect(low).toBeLessThan(mean);
    expect(high).toBeGreaterThan(mean);
  }
  await server.request
    .post(`/api/record/${(body as { id: string }).id}/strike-out`)
    .send({ reason: 'another joint' })
    .expect(200);
  expect(await mechanisms()).toEqual([]);
});

test('past jobs are found by what they have in common, the likest first', async () => {
  const alike = async (query: object): Promise<AlikeJob[]> =>
    (await server.request.get('/api/alike').query(query).expect(200)).body as AlikeJob[];
  const { id: cellar } = await newJob(server, { title: 'Alike: cellar pump', service: { environment: 'acid' } });
  await newPiece(server, cellar, { grade: 'S32205' });
  await newJoint(server, cellar, { joint: { type: 'socket' } });
  const { id: yard } = await newJob(server, { title: 'Alike: yard pump', service: { environment: 'outdoor' } });
  await newPiece(server, yard, { grade: 'S32205' });
  await newJoint(server, yard, { joint: { type: 'socket' } });
  const found = await alike({ metals: 'duplex', joint: 'socket', service: 'acid' });
  expect(found.slice(0, 2).map(({ title, by }) => [title, by])).toEqual([
    ['Alike: cellar pump', ['metals', 'joint', 'service']],
    ['Alike: yard pump', ['metals', 'joint']],
  ]);
  expect(await alike({})).toEqual([]);
  expect((await alike({ joint: 'socket', except: cellar })).map(({ id }) => id)).toEqual([yard]);
  await server.request.get('/api/alike').query({ joint: 'knot' }).expect(422);
});
