import type { PersonExport, Session } from '@variatum/contracts';
import { firstOwner, join, type TestPerson } from '../testing/people';
import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
let owner: TestPerson;
let welder: TestPerson;
beforeEach(async () => {
  server = await testServer();
  owner = await firstOwner(server);
  welder = await join(server, owner, 'welder');
});
afterEach(() => server.close());

/** Every text in the database, of all tables. */
async function everything(): Promise<string> {
  const tables = await server.asOwner(
    `select table_name as name from information_schema.tables where table_schema = 'public'`,
  );
  const rows = await Promise.all(tables.map(({ name }) => server.asOwner(`select * from "${String(name)}"`)));
  return JSON.stringify(rows);
}

test('everybody gets all that the workshop holds of them, an owner that of anybody here', async () => {
  const { body: job } = await welder.agent.post('/api/jobs').send({ title: 'Rail' }).expect(201);
  const { body: piece } = await welder.agent.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Rail' }).expect(201);
  await owner.agent.post(`/api/jobs/${job.id}/pieces`).send({ name: 'Post' }).expect(201);
  const { body: test } = await welder.agent
    .post(`/api/pieces/${piece.id}/tests`)
    .send({ entry: { test: 'chips', outcome: 'short' } })
    .expect(201);
  const mine = (await welder.agent.get('/api/session/export').expect(200)).body as PersonExport;
  expect(mine.person).toMatchObject({ name: 'welder', signInName: welder.signInName });
  expect(mine.places).toHaveLength(1);
  expect(mine.made.map(({ kind, id, job: title }) => [kind, id, title])).toEqual([
    ['job', job.id, 'Rail'],
    ['piece', piece.id, 'Rail'],
    ['field_test', test.id, 'Rail'],
  ]);
  const theirs = (await owner.agent.get(`/api/people/${welder.session.person}/export`).expect(200))
    .body as PersonExport;
  expect(theirs.made).toEqual(mine.made);
});

test('erased, somebody is signed out and stands nowhere by name; what they did stays under a pseudonym', async () => {
  const { body: job } = await welder.agent.post('/api/jobs').send({ title: 'Rail' }).expect(201);
  const { signInName, session } = welder;
  await server.asOwner(`update person set name = 'A Name Of Theirs' where id = '${session.person}'`);
  expect(await everything()).toContain('A Name Of Theirs');
  const { body } = await owner.agent.post(`/api/people/${session.person}/erase`).send({}).expect(200);
  expect(body).toMatchObject({ name: 'Former member 1', signInName: null });
  await welder.agent.get('/api/jobs').expect(401);
  const left = await everything();
  for (const gone of ['A Name Of Theirs', signInName]) expect(left).not.toContain(gone);
  expect((await owner.agent.get(`/api/jobs/${job.id}`).expect(200)).body.title).toBe('Rail');
  const [row] = await server.asOwner(`select made_by from job where id = '${job.id}'`);
  expect(row?.['made_by']).toBe(session.person);
  // Also after they had been let go under their name.
  const second = await join(server, owner, 'checker');
  await owner.agent.post(`/api/people/${second.session.person}/leave`).send({ pseudonym: false }).expect(200);
  await owner.agent.post(`/api/people/${second.session.person}/erase`).send({}).expect(200);
  expect(await everything()).not.toContain(second.signInName);
});

test('whoever belongs to another workshop too is erased in this one, and altogether with the last', async () => {
  const { body: second } = await owner.agent.post('/api/workshops').send({ name: 'Second depot' }).expect(201);
  await server.asOwner(
    `insert into membership (workshop_id, person_id, role) values ('${second.workshop}', ` +
      `'${welder.session.person}', 'welder')`,
  );
  await owner.agent.post(`/api/people/${welder.session.person}/erase`).send({}).expect(200);
  expect(await everything()).toContain(welder.signInName);
  const people = (await owner.agent.get('/api/people').expect(200)).body as { name: string }[];
  expect(people.map(({ name }) => name)).toContain('Former member 1');
  const there = (await owner.agent.post(`/api/session/workshop/${second.workshop}`).send({}).expect(200))
    .body as Session;
  expect(there.workshop).toBe(second.workshop);
  await owner.agent.post(`/api/people/${welder.session.person}/erase`).send({}).expect(200);
  expect(await everything()).not.toContain(welder.signInName);
});

test('the only owner can be erased by nobody, not even by themselves', async () => {
  await owner.agent.post(`/api/people/${owner.session.person}/erase`).send({}).expect(409);
});
