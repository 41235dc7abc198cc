import type { JobDetail, Problem } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());
afterEach(async () => {
  await server.line.open();
  server.line.thaw();
});

const post = (body: object) => server.request.post('/api/jobs').send(body);
const readAgain = async (id: string): Promise<JobDetail> => {
  // A connection that broke meanwhile is found out by the first who uses it.
  for (;;) {
    const answer = await server.request.get(`/api/jobs/${id}`);
    if (answer.status !== 503) return answer.body as JobDetail;
  }
};

test('while nobody answers, a change is refused as not saved, and a reader is asked to come again', async () => {
  await server.line.close();
  // Connections that stood are found broken at their first use; the ones after that cannot be made.
  let answer = await post({ title: 'Lost' });
  for (let tries = 0; tries < 20 && !String((answer.body as Problem).detail).includes('Nothing'); tries++)
    answer = await post({ title: 'Lost' });
  expect([answer.status, (answer.body as Problem).title]).toEqual([503, 'The database does not answer']);
  expect((answer.body as Problem).detail).toBe('Nothing of this was saved; send it again in a moment.');
  expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0);
  const read = await server.request.get('/api/jobs');
  expect([read.status, (read.body as Problem).detail]).toEqual([503, 'Ask again in a moment.']);
});

test('a change whose answer is lost is said to be not known, and sent again it counts once', async () => {
  const body = { id: randomUUID(), title: 'Answer lost' };
  server.line.loseAnswerTo('insert into "job"');
  const lost = await post(body);
  expect([lost.status, (lost.body as Problem).saved]).toEqual([503, 'not-known']);
  expect((lost.body as Problem).detail).toContain('is not known');
  const again = await post(body);
  expect([again.status, (again.body as JobDetail).version]).toEqual([201, 1]);
  const { body: found } = await server.request.get('/api/jobs').query({ search: 'Answer lost' }).expect(200);
  expect((found as { total: number }).total).toBe(1);
});

test('a change of several statements whose commit is lost counts whole or not at all', async () => {
  const job = (await post({ title: 'Commit lost' }).expect(201)).body as JobDetail;
  const piece = (await server.request.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Bar' }).expect(201)).body as {
    id: string;
  };
  const entry = { id: randomUUID(), entry: { test: 'magnet', outcome: 'full', worked: 'soft' } };
  const log = () => server.request.post(`/api/pieces/${piece.id}/tests`).send(entry);
  server.line.loseAnswerTo('commit');
  expect((await log()).status).toBe(503);
  await log().expect(201);
  const [after] = (await readAgain(job.id)).pieces;
  expect(after?.tests).toHaveLength(1);
  expect(after?.likelyFamily).not.toBeNull();
});

test('a frozen database holds nobody for long, and what is written once it moves again really stands', async () => {
  const job = (await post({ title: 'Frozen' }).expect(201)).body as JobDetail;
  const piece = (await server.request.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Bar' }).expect(201)).body as {
    id: string;
  };
  const log = (outcome: string) =>
    server.request.post(`/api/pieces/${piece.id}/tests`).send({ entry: { test: 'magnet', outcome, worked: 'soft' } });
  server.line.freeze();
  const answers = await Promise.all([log('none'), log('full'), server.request.get(`/api/jobs/${job.id}`)]);
  expect(answers.map(({ status }) => status)).toEqual([503, 503, 503]);
  server.line.thaw();
  // No connection that was in the middle of something may swallow what comes now.
  for (let count = 0; count < 15; count++) {
    const title = `Frozen ${count}`;
    const changed = await server.request.patch(`/api/jobs/${job.id}`).send({ version: count + 1, title });
    expect([count, changed.status]).toEqual([count, 200]);
  }
  const inDatabase = await server.asOwner(`select title, version from job where id = '${job.id}'`);
  expect(inDatabase).toEqual([{ title: 'Frozen 14', version: 16 }]);
  const idle = await server.asOwner(
    "select count(*)::int from pg_stat_activity where datname = current_database() and state like 'idle in " +
      "transaction%'",
  );
  expect(idle).toEqual([{ count: 0 }]);
});
