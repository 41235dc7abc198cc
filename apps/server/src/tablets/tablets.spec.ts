import type { Session, Tablet } from '@variatum/contracts';
import { browser, firstOwner, join, PASSWORD, type TestPerson } from '../testing/people';
import { testServer, type TestServer } from '../testing/test-server';
import { MOST_PIN_FAILURES } from './store';

const PIN = '4711';
let server: TestServer;
let owner: TestPerson;
let welder: TestPerson;
/** The browser on the bench. */
let bench: TestPerson['agent'];
let tablet: Tablet;

const signIn = (agent: TestPerson['agent'], { signInName }: TestPerson) =>
  agent.post('/api/session').send({ signInName, password: PASSWORD });
const give = (agent: TestPerson['agent'], { session }: TestPerson, pin: string) =>
  agent.post('/api/session/at-tablet').send({ person: session.person, pin });
const sessionOf = async (agent: TestPerson['agent']): Promise<Session> =>
  (await agent.get('/api/session').expect(200)).body as Session;

beforeEach(async () => {
  server = await testServer();
  owner = await firstOwner(server);
  welder = await join(server, owner, 'welder');
  for (const { agent } of [owner, welder])
    await agent.post('/api/session/pin').send({ password: PASSWORD, pin: PIN }).expect(200);
  bench = browser(server);
  await signIn(bench, owner).expect(200);
  tablet = (await bench.post('/api/tablets').send({ name: 'Bench' }).expect(201)).body as Tablet;
  await bench.post('/api/session/end').send({}).expect(200);
});
afterEach(() => server.close());

test('people change at a tablet by their number, and what each makes is theirs', async () => {
  const { state, tablet: known } = await sessionOf(bench);
  expect([state, known?.name]).toEqual(['signed-out', 'Bench']);
  expect(known?.people.map(({ person }) => person).sort()).toEqual(
    [owner.session.person, welder.session.person].sort(),
  );
  for (const [who, title] of [
    [welder, 'By the welder'],
    [owner, 'By the owner'],
    [welder, 'By the welder again'],
  ] as const) {
    const { body } = await give(bench, who, PIN).expect(200);
    expect(body).toMatchObject({ state: 'signed-in', person: who.session.person, byPin: true });
    await bench.post('/api/jobs').send({ title }).expect(201);
  }
  const made = await server.asOwner('select title, made_by from job order by created_at');
  expect(made.map(({ made_by: by }) => by)).toEqual([welder, owner, welder].map(({ session }) => session.person));
});

test('a number keeps no settings and no people, and opens no other workshop', async () => {
  const { body: second } = await owner.agent.post('/api/workshops').send({ name: 'Second depot' }).expect(201);
  expect((await give(bench, owner, PIN).expect(200)).body).toMatchObject({ role: 'welder' });
  await bench.get('/api/tablets').expect(403);
  await bench.post('/api/invitations').send({ name: 'Another', role: 'owner' }).expect(403);
  await bench.patch('/api/workshop').send({ version: 1, name: 'Mine' }).expect(403);
  await bench.post('/api/session/password').send({ old: PIN, password: 'a password of twelve' }).expect(401);
  await bench.post(`/api/session/workshop/${second.workshop}`).send({}).expect(403);
  await owner.agent.post(`/api/session/workshop/${second.workshop}`).send({}).expect(200);
  // The tablet is the first workshop's: whoever goes to the other one is signed in there as from any browser.
  await owner.agent.post('/api/jobs').send({ title: 'In the second' }).expect(201);
  expect((await welder.agent.get('/api/jobs').expect(200)).body).toEqual({ jobs: [], total: 0 });
});

test('a number is worth nothing anywhere else', async () => {
  const elsewhere = browser(server);
  await give(elsewhere, welder, PIN).expect(403);
  await elsewhere.post('/api/session').send({ signInName: welder.signInName, password: PIN }).expect(401);
  // Nor does a made-up token make a tablet.
  await elsewhere
    .post('/api/session/at-tablet')
    .set('Cookie', 'variatum-tablet=made-up')
    .send({ person: welder.session.person, pin: PIN })
    .expect(403);
});

test('given wrong too often it is taken no more until the password is given; others go on', async () => {
  const wrong = await Promise.all(Array.from({ length: 12 }, (_, index) => give(bench, welder, String(1000 + index))));
  expect(new Set(wrong.map(({ status }) => status))).toEqual(new Set([401]));
  const [row] = await server.asOwner(
    `select pin_failures from membership where person_id = '${welder.session.person}'`,
  );
  expect(row?.['pin_failures']).toBe(MOST_PIN_FAILURES);
  await give(bench, welder, PIN).expect(401);
  await give(bench, owner, PIN).expect(200);
  await signIn(browser(server), welder).expect(200);
  await give(bench, welder, PIN).expect(200);
});

test('a right number clears the wrong ones before it', async () => {
  for (let round = 0; round < 3; round++) {
    for (let count = 1; count < MOST_PIN_FAILURES; count++) await give(bench, welder, '9999').expect(401);
    await give(bench, welder, PIN).expect(200);
  }
});

test('numbers that are tried first are refused, and one is set with the password only', async () => {
  const set = (pin: string, password = PASSWORD) => welder.agent.post('/api/session/pin').send({ password, pin });
  for (const pin of ['0000', '1234', '987654', '123', 'abcd', '123456789']) expect((await set(pin)).status).toBe(422);
  await set('2580', 'not the password').expect(401);
});

test('a tablet that is ended signs out whoever works on it, and takes no number', async () => {
  await give(bench, welder, PIN).expect(200);
  await owner.agent.post(`/api/tablets/${tablet.id}/end`).send({}).expect(200);
  expect(await sessionOf(bench)).toMatchObject({ state: 'signed-out', tablet: null });
  await give(bench, welder, PIN).expect(403);
  expect((await owner.agent.get('/api/tablets').expect(200)).body).toMatchObject([{ name: 'Bench', here: false }]);
});

test('left idle at a tablet one is signed out after half an hour, at a browser of one’s own not', async () => {
  await give(bench, welder, PIN).expect(200);
  const idle = async (minutes: number): Promise<void> =>
    void (await server.asOwner(
      "update signed_in set sess = jsonb_set(sess::jsonb, '{lastSeenAt}', " +
        `to_jsonb(${Date.now() - minutes * 60_000}::bigint))::json`,
    ));
  await idle(29);
  expect((await sessionOf(bench)).state).toBe('signed-in');
  await idle(31);
  expect((await sessionOf(bench)).state).toBe('signed-out');
  expect((await sessionOf(welder.agent)).state).toBe('signed-in');
});
