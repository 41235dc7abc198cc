import { known, NOT_GIVEN } from '@variatum/metallurgy';
import type { FieldTestRecord, JobDetail, Job, Piece, Problem } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob as jobOn, newJoint, newPiece as pieceOn } from '../testing/things';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const { anything } = expect;
const newJob = (fields: object = {}): Promise<JobDetail> => jobOn(server, fields);
const newPiece = (job: string, fields: object = {}): Promise<Piece> => pieceOn(server, job, fields);

describe('jobs', () => {
  test('a new job starts on the bench with nothing on it', async () => {
    const job = await newJob({ item: 'Hinge torn off', service: { environment: 'outdoor' } });
    expect(job).toMatchObject({
      title: 'Gate hinge',
      state: 'bench',
      stage: 'job',
      version: 1,
      pieces: [],
      joints: [],
      decisions: [],
      preparation: [],
      lastRod: null,
    });
    const read = await server.request.get(`/api/jobs/${job.id}`).expect(200);
    expect(read.body).toEqual(job);
  });

  test('the same request sent twice makes one job', async () => {
    const id = randomUUID();
    await newJob({ id, title: 'Sent twice' });
    await newJob({ id, title: 'Sent twice' });
    const { body } = await server.request.get('/api/jobs').query({ search: 'Sent twice' }).expect(200);
    expect(body.total).toBe(1);
  });

  test('the list counts pieces and names the last decision', async () => {
    const job = await newJob({ title: 'Counted' });
    await newPiece(job.id, { grade: '304L' });
    const off = await newPiece(job.id, { grade: '316L' });
    await server.request.post(`/api/pieces/${off.id}/withdraw`).send({ version: off.version }).expect(200);
    await server.request.post(`/api/jobs/${job.id}/decisions`).send({ rod: 'ER309L' }).expect(201);
    await server.request.post(`/api/jobs/${job.id}/decisions`).send({ rod: 'ER308L' }).expect(201);
    const { body } = await server.request.get('/api/jobs').query({ search: 'Counted' }).expect(200);
    expect(body.jobs).toEqual([expect.objectContaining({ id: job.id, pieceCount: 1, lastRod: 'ER308L' })]);
  });

  test('the list is filtered by the family of a piece and by the day it came in', async () => {
    const job = await newJob({ title: 'By family' });
    await newPiece(job.id, { grade: '304L' });
    const found = async (query: object): Promise<string[][]> =>
      (
        (
          await server.request
            .get('/api/jobs')
            .query({ search: 'By family', ...query })
            .expect(200)
        ).body as {
          jobs: Job[];
        }
      ).jobs.map(({ families }) => families);
    expect(await found({})).toEqual([['austenitic']]);
    expect(await found({ family: 'austenitic' })).toHaveLength(1);
    expect(await found({ family: 'duplex' })).toHaveLength(0);
    const unknown = await newPiece(job.id);
    expect(unknown.likelyFamily).toBeNull();
    const test = await server.request
      .post(`/api/pieces/${unknown.id}/tests`)
      .send({ entry: { test: 'stamp', mark: '430' } })
      .expect(201);
    expect(await found({ family: 'ferritic' })).toEqual([['austenitic', 'ferritic']]);
    await server.request
      .post(`/api/tests/${(test.body as { id: string }).id}/strike-out`)
      .send({ reason: 'misread' })
      .expect(200);
    expect(await found({ family: 'ferritic' })).toHaveLength(0);
    const day = (shift: number): string => new Date(Date.now() + shift * 86_400_000).toISOString().slice(0, 10);
    expect(await found({ from: day(-1), to: day(1) })).toHaveLength(1);
    expect(await found({ from: day(2) })).toHaveLength(0);
    expect(await found({ to: day(-2) })).toHaveLength(0);
    await server.request.get('/api/jobs').query({ from: 'last week' }).expect(422);
  });

  test('search takes % and _ as they are written', async () => {
    await newJob({ title: 'Bracket 50%_a' });
    const found = async (search: string): Promise<number> =>
      (await server.request.get('/api/jobs').query({ search }).expect(200)).body.total as number;
    expect(await found('50%_a')).toBe(1);
    expect(await found('50%xa')).toBe(0);
  });

  test('a job is found by what a piece or a joint of it is called, while that is on it', async () => {
    const id = crypto.randomUUID();
    const job = await newJob({
      title: 'Nothing in its title',
      pieces: [{ id, name: 'Quillon bracket' }],
      joints: [{ name: 'seam by the tailrace', joint: { type: 'overlay' }, sides: [] }],
    });
    const found = async (search: string): Promise<string[]> =>
      ((await server.request.get('/api/jobs').query({ search }).expect(200)).body as { jobs: Job[] }).jobs.map(
        (one) => one.id,
      );
    expect(await found('quillon')).toEqual([job.id]);
    expect(await found('TAILRACE')).toEqual([job.id]);
    await server.request.post(`/api/pieces/${id}/withdraw`).send({ version: 1 }).expect(200);
    expect(await found('quillon')).toEqual([]);
  });

  test('a change needs the version it was based on; a stale one answers what stands now', async () => {
    const job = await newJob();
    const changed = (
      await server.request.patch(`/api/jobs/${job.id}`).send({ version: 1, state: 'waiting' }).expect(200)
    ).body as JobDetail;
    expect(changed).toMatchObject({ state: 'waiting', version: 2 });
    const problem = (await server.request.patch(`/api/jobs/${job.id}`).send({ version: 1, title: 'Lost?' }).expect(409))
      .body as Problem & { current: JobDetail };
    expect(problem.current).toMatchObject({ state: 'waiting', title: 'Gate hinge', version: 2 });
  });

  test('withdrawn jobs leave the list, are kept, and come back', async () => {
    const job = await newJob({ title: 'Comes back' });
    const listed = async (): Promise<Job[]> =>
      (await server.request.get('/api/jobs').query({ search: 'Comes back' })).body.jobs as Job[];
    const gone = (await server.request.post(`/api/jobs/${job.id}/withdraw`).send({ version: job.version }).expect(200))
      .body as JobDetail;
    expect(gone.withdrawnAt).toEqual(anything());
    expect(await listed()).toEqual([]);
    await server.request.post(`/api/jobs/${job.id}/restore`).send({ version: gone.version }).expect(200);
    expect(await listed()).toHaveLength(1);
  });
});

describe('pieces and their log', () => {
  test('pieces keep their order and their fields', async () => {
    const job = await newJob();
    await newPiece(job.id, { name: 'Sheet', itemFamily: 'road-salt', form: 'sheet', thicknessMm: known(1.5) });
    await newPiece(job.id, { name: 'Old bead', kind: 'old-weld', weldMetal: 'ER70S-6' });
    const { body } = await server.request.get(`/api/jobs/${job.id}`);
    expect(body.pieces).toMatchObject([
      { name: 'Sheet', position: 0, thicknessMm: known(1.5), itemFamily: 'road-salt', tests: [] },
      { name: 'Old bead', position: 1, kind: 'old-weld', weldMetal: 'ER70S-6' },
    ]);
  });

  test('a test is logged, struck out with a reason, and never erased', async () => {
    const piece = await newPiece((await newJob()).id);
    const entry = { test: 'magnet', outcome: 'faint', worked: 'bent' };
    const logged = (
      await server.request.post(`/api/pieces/${piece.id}/tests`).send({ entry, note: 'near the bend' }).expect(201)
    ).body as FieldTestRecord;
    expect(logged).toMatchObject({ entry, note: 'near the bend', struckOutAt: null });
    await server.request.post(`/api/tests/${logged.id}/strike-out`).send({ reason: '' }).expect(422);
    await server.request.post(`/api/tests/${logged.id}/strike-out`).send({ reason: 'wrong piece' }).expect(200);
    const again = (
      await server.request.post(`/api/tests/${logged.id}/strike-out`).send({ reason: 'another reason' }).expect(200)
    ).body as FieldTestRecord;
    expect(again.struckOutReason).toBe('wrong piece');
    const { body } = await server.request.get(`/api/jobs/${piece.jobId}`);
    expect((body as JobDetail).pieces[0]?.tests).toMatchObject([{ id: logged.id, struckOutReason: 'wrong piece' }]);
  });

  test('the database refuses to change or delete what was logged', async () => {
    const piece = await newPiece((await newJob()).id);
    const { body } = await server.request
      .post(`/api/pieces/${piece.id}/tests`)
      .send({ entry: { test: 'chips', outcome: 'short' } });
    const run = (sql: string): Promise<unknown> => server.asOwner(sql);
    await expect(run(`delete from field_test where id = '${body.id}'`)).rejects.toThrow();
    await expect(run(`update field_test set entry = '{}' where id = '${body.id}'`)).rejects.toThrow();
  });
});

describe('bad input names the field', () => {
  test.each<[string, (ids: { job: string; piece: string }) => { path: string; body: object }, string]>([
    ['no title', () => ({ path: '/api/jobs', body: { title: '  ' } }), 'title'],
    ['an unknown field', () => ({ path: '/api/jobs', body: { title: 'x', colour: 'red' } }), 'colour'],
    [
      'an impossible temperature',
      () => ({ path: '/api/jobs', body: { title: 'x', temperaturesC: [known(-300), known(10)] } }),
      'temperaturesC.0.value',
    ],
    [
      'a grade that does not exist',
      ({ job }) => ({ path: `/api/jobs/${job}/pieces`, body: { name: 'x', grade: '3O4' } }),
      'grade',
    ],
    [
      'a thickness out of range',
      ({ job }) => ({ path: `/api/jobs/${job}/pieces`, body: { name: 'x', thicknessMm: known(900) } }),
      'thicknessMm.value',
    ],
    [
      'a test that does not exist',
      ({ piece }) => ({ path: `/api/pieces/${piece}/tests`, body: { entry: { test: 'taste' } } }),
      'entry.test',
    ],
    [
      'a reading above a hundred',
      ({ piece }) => ({
        path: `/api/pieces/${piece}/tests`,
        body: { entry: { test: 'analyser', reading: { Cr: 181 } } },
      }),
      'entry.reading.Cr',
    ],
  ])('%s', async (_what, make, path) => {
    const job = await newJob();
    const piece = await newPiece(job.id);
    const { path: address, body } = make({ job: job.id, piece: piece.id });
    const answer = await server.request
      .post(address)
      .send(body)
      .expect(422)
      .expect('Content-Type', /problem\+json/);
    expect((answer.body as Problem).errors?.map((error) => error.path)).toContain(path);
  });
});

describe('the list', () => {
  const titles = async (query: object): Promise<string[]> => {
    const { body } = await server.request.get('/api/jobs').query(query).expect(200);
    return (body.jobs as Job[]).map(({ title }) => title);
  };

  test('is filtered by surroundings, rod and state, sorted, and paged', async () => {
    const made = await Promise.all(
      ['Filter c', 'Filter a', 'Filter b'].map((title, index) =>
        newJob({ title, service: { environment: index === 0 ? 'pool' : 'sea' }, state: index === 2 ? 'out' : 'bench' }),
      ),
    );
    await newPiece(made[1]?.id ?? '', { grade: '316L' });
    const joint = await newJoint(server, made[1]?.id ?? '');
    const decide = (rod: string, jointId: string | null) =>
      server.request.post(`/api/jobs/${made[1]?.id}/decisions`).send({ rod, jointId }).expect(201);
    await decide('ER316L', joint.id);
    await decide('ER309L', (await newJoint(server, made[1]?.id ?? '')).id);
    const search = 'Filter';
    expect(await titles({ search, sort: 'title' })).toEqual(['Filter a', 'Filter b', 'Filter c']);
    expect(await titles({ search, environment: 'pool' })).toEqual(['Filter c']);
    // The last word for any of its joints.
    expect(await titles({ search, rod: 'ER316L' })).toEqual(['Filter a']);
    await decide('ER347', joint.id);
    expect(await titles({ search, rod: 'ER316L' })).toEqual([]);
    expect(await titles({ search, column: 'out' })).toEqual(['Filter b']);
    expect(await titles({ search, sort: 'title', limit: 1, offset: 1 })).toEqual(['Filter b']);
    expect(await titles({ search, withdrawn: true })).toEqual([]);
  });

  test('refuses a sort or a page that cannot be', async () => {
    for (const query of [{ sort: 'colour' }, { limit: 0 }, { offset: -1 }, { withdrawn: 'maybe' }])
      expect((await server.request.get('/api/jobs').query(query).expect(422)).body.errors[0].path).toBe(
        Object.keys(query)[0],
      );
  });

  test('a duplicate takes pieces, service and joints, and leaves tests and decisions behind', async () => {
    const job = await newJob({ title: 'Origin', service: { environment: 'pool' } });
    const piece = await newPiece(job.id, { name: 'Rail', grade: '316L', thicknessMm: { value: 2, typed: '14 ga' } });
    await server.request
      .post(`/api/pieces/${piece.id}/tests`)
      .send({ entry: { test: 'chips', outcome: 'short' } })
      .expect(201);
    const side = { piece: piece.id, end: null, alongMm: NOT_GIVEN, clock: 3 };
    const joint = await newJoint(server, job.id, { sides: [side] });
    const alike = await newJoint(server, job.id, { sides: [side], alikeTo: joint.id });
    await server.request.post(`/api/jobs/${job.id}/decisions`).send({ jointId: joint.id, rod: 'ER316L' }).expect(201);
    const id = randomUUID();
    const copy = (await server.request.post(`/api/jobs/${job.id}/duplicate`).send({ id }).expect(201))
      .body as JobDetail;
    expect(copy).toMatchObject({
      id,
      title: 'Origin (again)',
      service: { environment: 'pool' },
      state: 'bench',
      decisions: [],
      preparation: [],
    });
    const [first, second] = copy.joints;
    expect(first).toMatchObject({
      joint: { type: 'lap' },
      sides: [{ piece: copy.pieces[0]?.id, clock: 3 }],
      alikeTo: null,
    });
    expect(second?.alikeTo).toBe(first?.id);
    expect([joint.id, alike.id]).not.toContain(first?.id);
    expect(copy.pieces).toMatchObject([{ name: 'Rail', grade: '316L', thicknessMm: { typed: '14 ga' }, tests: [] }]);
    expect(copy.pieces[0]?.id).not.toBe(piece.id);
    const again = (await server.request.post(`/api/jobs/${job.id}/duplicate`).send({ id }).expect(201))
      .body as JobDetail;
    expect(again.pieces).toHaveLength(1);
  });

  test('ten thousand jobs are searched and paged by index, not by reading them all', async () => {
    await server.asOwner(`insert into job (id, workshop_id, title, item, state, stage, service, updated_at)
      select gen_random_uuid(), '00000000-0000-4000-8000-000000000001', 'Railing ' || n, 'part number ' || n * 7919, 
        'bench', 'job', '{}'::jsonb, now() - n * interval '1 minute' from generate_series(1, 10000) n`);
    // Vacuum too: what waits to be sorted into a search index makes reading it look dear.
    await server.asOwner('vacuum analyze job');
    const page = await server.request
      .get('/api/jobs')
      .query({ column: 'identify', limit: 12, offset: 5000 })
      .expect(200);
    expect(page.body.jobs).toHaveLength(12);
    expect(page.body.total).toBeGreaterThanOrEqual(10_000);
    expect(await titles({ search: 'number 79182081' })).toEqual(['Railing 9999']);
    const plan = await server.asOwner(
      `explain select id from job where (title || ' ' || item) ilike '%number 79182081%' and withdrawn_at is null`,
    );
    expect(JSON.stringify(plan)).toContain('job_search');
  });
});

describe('workshop', () => {
  test('keeps units, tests at hand and preferences, and names what it does not know', async () => {
    const { body } = await server.request.get('/api/workshop').expect(200);
    expect(body).toMatchObject({ lengthUnit: 'mm', temperatureUnit: '°C', ownedTests: null });
    const changed = await server.request
      .patch('/api/workshop')
      .send({ version: body.version, lengthUnit: 'in', ownedTests: ['magnet', 'chips'], preferences: { ER312: 1 } })
      .expect(200);
    expect(changed.body).toMatchObject({
      lengthUnit: 'in',
      ownedTests: ['magnet', 'chips'],
      preferences: { ER312: 1 },
    });
    await server.request.patch('/api/workshop').send({ version: body.version, name: 'Stale' }).expect(409);
    const bad = await server.request
      .patch('/api/workshop')
      .send({ version: changed.body.version, ownedTests: ['magnet', 'taste'], preferences: { ER9: 1 } })
      .expect(422);
    expect(bad.body.errors.map(({ path }: { path: string }) => path)).toEqual(['ownedTests.1', 'preferences.ER9']);
  });
});
