import type { FieldTestRecord, Invitation, Member, Session, SignedIn } from '@variatum/contracts';
import { accept, browser, firstOwner, join, PASSWORD, type TestPerson } from '../testing/people';
import { testServer, type TestServer } from '../testing/test-server';
import { newJob, newPiece } from '../testing/things';
import { codeByHand } from './by-hand';
import { firstOwnerCode } from './store';

let server: TestServer;
beforeEach(async () => (server = await testServer()));
afterEach(() => server.close());

const people = async ({ agent }: TestPerson): Promise<Member[]> =>
  (await agent.get('/api/people').expect(200)).body as Member[];
const signIn = (agent: TestPerson['agent'], signInName: string, password: string) =>
  agent.post('/api/session').send({ signInName, password });

test('a workshop without people is open at its machine; with the first it asks for a sign-in', async () => {
  const job = await newJob(server);
  const owner = await firstOwner(server);
  expect(owner.session).toMatchObject({ state: 'signed-in', role: 'owner', name: 'Owner' });
  await server.request.get(`/api/jobs/${job.id}`).expect(401);
  const { body } = await server.request.get('/api/session').expect(200);
  expect(body).toMatchObject({ state: 'signed-out', workshop: null, role: null });
  await owner.agent.get(`/api/jobs/${job.id}`).expect(200);
  expect(await firstOwnerCode(server.context)).toBeNull();
});

test('the code an owner begins with holds until the next one is made, and works once', async () => {
  const [old, code] = [await firstOwnerCode(server.context), await firstOwnerCode(server.context)];
  const take = (given: string | null) =>
    browser(server)
      .post('/api/invitations/accept')
      .send({ code: given, signInName: 'first', name: 'First', password: PASSWORD });
  await take(old).expect(403);
  await take('AAAA-BBBB-CCCC').expect(403);
  // Typed as people type: small letters, blanks for dashes.
  await take(code!.toLowerCase().replaceAll('-', ' ')).expect(200);
  await take(code).expect(403);
});

test('name and password sign in, in whatever case; anything else says the same and no more', async () => {
  const { signInName } = await firstOwner(server);
  const agent = browser(server);
  const [wrong, nobody] = [
    await signIn(agent, signInName, 'not the password'),
    await signIn(agent, 'nobody', PASSWORD),
  ];
  expect([wrong.status, nobody.status]).toEqual([401, 401]);
  expect(wrong.body).toEqual(nobody.body);
  const { body } = await signIn(agent, signInName.toUpperCase(), PASSWORD).expect(200);
  expect((body as Session).name).toBe('Owner');
  await agent.get('/api/jobs').expect(200);
});

test('faulty names and passwords are named before anything is stored', async () => {
  const code = await firstOwnerCode(server.context);
  const send = (fields: object) =>
    server.request
      .post('/api/invitations/accept')
      .send({ code, signInName: 'first', name: 'First', password: PASSWORD, ...fields });
  const paths = async (fields: object): Promise<string[]> =>
    ((await send(fields).expect(422)).body as { errors: { path: string }[] }).errors.map(({ path }) => path);
  expect(await paths({ password: 'short' })).toEqual(['password']);
  expect(await paths({ signInName: 'two words', name: '' })).toEqual(['signInName', 'name']);
  await send({}).expect(200);
  // A name somebody has is refused with another password, and the code stays good.
  const owner = browser(server);
  await signIn(owner, 'first', PASSWORD).expect(200);
  const { body } = await owner.post('/api/invitations').send({ name: 'Second', role: 'welder' }).expect(201);
  const again = {
    code: (body as Invitation).code,
    signInName: 'first',
    name: 'Second',
    password: 'another long password',
  };
  await server.request.post('/api/invitations/accept').send(again).expect(409);
  await server.request
    .post('/api/invitations/accept')
    .send({ ...again, signInName: 'second' })
    .expect(200);
});

test('a session is new at every sign-in, void after signing out, and cannot be given from outside', async () => {
  const { agent, signInName } = await firstOwner(server);
  const cookieOf = (response: { headers: Record<string, unknown> }): string =>
    (response.headers['set-cookie'] as string[]).find((one) => one.startsWith('variatum='))!.split(';')[0]!;
  const first = await signIn(browser(server), signInName, PASSWORD).expect(200);
  expect((first.headers['set-cookie'] as unknown as string[])[0]).toMatch(/HttpOnly; SameSite=Strict/);
  // Fixation: a session that was there before is not the one that is signed in.
  const planted = cookieOf(first);
  const second = await server.request
    .post('/api/session')
    .set('Cookie', planted)
    .send({ signInName, password: PASSWORD })
    .expect(200);
  expect(cookieOf(second)).not.toBe(planted);
  await server.request.get('/api/jobs').set('Cookie', planted).expect(401);
  // One that nobody signed is nobody's.
  await server.request.get('/api/jobs').set('Cookie', 'variatum=s%3Aplanted.nothing').expect(401);
  // Stolen, then signed out: worth nothing.
  const stolen = cookieOf(second);
  const answered = await server.request.get('/api/jobs').set('Cookie', stolen).expect(200);
  // An answer that comes late may not put this session in the place of the one that was begun meanwhile.
  expect(answered.headers['set-cookie']).toBeUndefined();
  await server.request.post('/api/session/end').set('Cookie', stolen).send({}).expect(200);
  await server.request.get('/api/jobs').set('Cookie', stolen).expect(401);
  await agent.get('/api/jobs').expect(200);
});

test('places one is signed in at are listed and ended one by one; a new password ends all others', async () => {
  const owner = await firstOwner(server);
  const [shed, van] = [browser(server), browser(server)];
  for (const agent of [shed, van])
    await signIn(agent.set('User-Agent', 'Shed tablet'), owner.signInName, PASSWORD).expect(200);
  const places = async (): Promise<SignedIn[]> =>
    (await owner.agent.get('/api/session/places').expect(200)).body as SignedIn[];
  const all = await places();
  expect(all.map(({ here }) => here).sort()).toEqual([false, false, true]);
  const other = all.find(({ here }) => !here)!;
  await owner.agent.post(`/api/session/places/${other.id}/end`).send({}).expect(200);
  expect(await places()).toHaveLength(2);
  await owner.agent.post('/api/session/password').send({ old: 'wrong', password: 'a new long password' }).expect(401);
  await owner.agent.post('/api/session/password').send({ old: PASSWORD, password: 'a new long password' }).expect(200);
  expect(await places()).toHaveLength(1);
  for (const agent of [shed, van]) await agent.get('/api/jobs').expect(401);
  await signIn(shed, owner.signInName, PASSWORD).expect(401);
  await signIn(shed, owner.signInName, 'a new long password').expect(200);
});

test('every entry knows who made it, and keeps it when they have left; under a pseudonym if they wish', async () => {
  const owner = await firstOwner(server);
  const welder = await join(server, owner, 'welder');
  const on = (agent: TestPerson['agent']) => ({ ...server, request: agent as unknown as TestServer['request'] });
  const job = await newJob(on(owner.agent));
  const piece = await newPiece(on(welder.agent), job.id);
  const log = async ({ agent }: TestPerson) =>
    (
      await agent
        .post(`/api/pieces/${piece.id}/tests`)
        .send({ entry: { test: 'chips', outcome: 'short' } })
        .expect(201)
    ).body as FieldTestRecord;
  expect([(await log(owner)).madeBy, (await log(welder)).madeBy]).toEqual([
    owner.session.person,
    welder.session.person,
  ]);
  await owner.agent.post(`/api/people/${welder.session.person}/leave`).send({ pseudonym: true }).expect(200);
  await welder.agent.get('/api/jobs').expect(401);
  await signIn(browser(server), welder.signInName, PASSWORD).expect(403);
  const left = (await people(owner)).find(({ id }) => id === welder.session.person)!;
  expect(left).toMatchObject({ name: 'Former member 1', signInName: null, leftAt: expect.any(String) });
  const { body } = await owner.agent.get(`/api/jobs/${job.id}`).expect(200);
  expect(body.pieces[0].tests.map(({ madeBy }: FieldTestRecord) => madeBy)).toEqual([owner.session.person, left.id]);
});

test('a workshop keeps an owner; who becomes something else signs in anew', async () => {
  const owner = await firstOwner(server);
  const self = owner.session.person!;
  await owner.agent.post(`/api/people/${self}/leave`).send({}).expect(409);
  await owner.agent.patch(`/api/people/${self}`).send({ role: 'welder' }).expect(409);
  const second = await join(server, owner, 'reader');
  await owner.agent.patch(`/api/people/${second.session.person}`).send({ role: 'owner' }).expect(200);
  await second.agent.get('/api/jobs').expect(401);
  await signIn(second.agent, second.signInName, PASSWORD).expect(200);
  await second.agent.patch(`/api/people/${self}`).send({ role: 'welder' }).expect(200);
  await owner.agent.get('/api/jobs').expect(401);
  expect((await people(second)).find(({ id }) => id === self)?.signInName).toBe(owner.signInName);
});

test('somebody of two workshops goes from one to the other, and neither owner can become them', async () => {
  const owner = await firstOwner(server);
  const welder = await join(server, owner, 'welder');
  const [{ id: second }] = (await server.asOwner(
    `insert into workshop (id, name) values (gen_random_uuid(), 'Second depot') returning id`,
  )) as [{ id: string }];
  await server.asOwner(
    'insert into invitation (id, workshop_id, name, role, code_hash, expires_at) select gen_random_uuid(), ' +
      `'${second}', 'x', 'checker', encode(sha256('UNUSED'), 'hex'), now() + interval '1 day'`,
  );
  const { codeHash } = await import('./code');
  await server.asOwner(
    `update invitation set code_hash = '${codeHash('SECOND-DEPOT')}' where workshop_id = '${second}'`,
  );
  // The password that belongs to the name shows that it is they.
  const { body } = await welder.agent
    .post('/api/invitations/accept')
    .send({ code: 'second depot', signInName: welder.signInName, name: 'Somebody else', password: PASSWORD })
    .expect(200);
  const session = body as Session;
  expect(session).toMatchObject({ person: welder.session.person, workshop: second, role: 'checker', name: 'welder' });
  expect(session.memberships.map(({ role }) => role).sort()).toEqual(['checker', 'welder']);
  await welder.agent.post('/api/jobs').send({ title: 'Not as a checker' }).expect(403);
  await welder.agent.post(`/api/session/workshop/${server.context.workshop}`).send({}).expect(200);
  await welder.agent.post('/api/jobs').send({ title: 'As a welder' }).expect(201);
  await owner.agent.post(`/api/people/${welder.session.person}/new-password`).send({}).expect(409);
  await owner.agent.post(`/api/session/workshop/${second}`).send({}).expect(403);
});

test('whoever lost their password gets a new one from an owner, by a code', async () => {
  const owner = await firstOwner(server);
  const welder = await join(server, owner, 'welder');
  const { body } = await owner.agent.post(`/api/people/${welder.session.person}/new-password`).send({}).expect(201);
  const again = await accept(server, (body as Invitation).code, 'welder');
  expect(again.session).toMatchObject({ person: welder.session.person, role: 'welder' });
  await welder.agent.get('/api/jobs').expect(401);
  expect(await people(owner)).toHaveLength(2);
});

describe('a code is worth what it is worth when it is taken up', () => {
  const second = async (): Promise<string> => {
    const rows = await server.asOwner(
      `insert into workshop (id, name) values (gen_random_uuid(), 'Further depot') returning id`,
    );
    return (rows as [{ id: string }])[0].id;
  };
  const joinElsewhere = async (person: string, role: string): Promise<void> => {
    await server.asOwner(
      `insert into membership (workshop_id, person_id, role) values ('${await second()}', '${person}', '${role}')`,
    );
  };
  const newPassword = async (owner: TestPerson, of: TestPerson): Promise<string> => {
    const { body } = await owner.agent.post(`/api/people/${of.session.person}/new-password`).send({}).expect(201);
    return (body as Invitation).code;
  };
  const refused = async (code: string, signInName = `taken-${code.slice(0, 4).toLowerCase()}`): Promise<void> => {
    const body = { code, signInName, name: 'Somebody', password: 'a new long password' };
    await browser(server).post('/api/invitations/accept').send(body).expect(403);
  };

  test('a new password is refused for who works elsewhere too by now, and the old one holds', async () => {
    const owner = await firstOwner(server);
    const welder = await join(server, owner, 'welder');
    const code = await newPassword(owner, welder);
    await joinElsewhere(welder.session.person!, 'owner');
    await refused(code);
    await signIn(browser(server), welder.signInName, PASSWORD).expect(200);
  });
  test.each(['role', 'leave', 'erase'] as const)('a new password ends with %s', async (how) => {
    const owner = await firstOwner(server);
    const welder = await join(server, owner, 'welder');
    const code = await newPassword(owner, welder);
    const path = `/api/people/${welder.session.person}`;
    if (how === 'role') await owner.agent.patch(path).send({ role: 'reader' }).expect(200);
    else if (how === 'leave') await owner.agent.post(`${path}/leave`).send({ pseudonym: false }).expect(200);
    else await owner.agent.post(`${path}/erase`).send({}).expect(200);
    await refused(code);
  });
  test.each(['demoted', 'let go'] as const)('an invitation ends when its maker is %s', async (how) => {
    const owner = await firstOwner(server);
    const maker = await join(server, owner, 'owner');
    const { body } = await maker.agent.post('/api/invitations').send({ name: 'Friend', role: 'owner' }).expect(201);
    const path = `/api/people/${maker.session.person}`;
    if (how === 'demoted') await owner.agent.patch(path).send({ role: 'welder' }).expect(200);
    else await owner.agent.post(`${path}/leave`).send({ pseudonym: false }).expect(200);
    expect((await owner.agent.get('/api/invitations').expect(200)).body).toEqual([]);
    await refused((body as Invitation).code);
  });
  test('whoever belongs here already becomes nothing else by an invitation', async () => {
    const owner = await firstOwner(server);
    const welder = await join(server, owner, 'welder');
    const { body } = await owner.agent.post('/api/invitations').send({ name: 'Boss', role: 'owner' }).expect(201);
    const taken = { code: (body as Invitation).code, signInName: welder.signInName, name: 'x', password: PASSWORD };
    await browser(server).post('/api/invitations/accept').send(taken).expect(403);
    expect((await people(owner)).find(({ id }) => id === welder.session.person)?.role).toBe('welder');
  });
  test('open codes are listed without what they are, and one is taken back', async () => {
    const owner = await firstOwner(server);
    const { body } = await owner.agent.post('/api/invitations').send({ name: 'Late', role: 'welder' }).expect(201);
    const { id, code } = body as Invitation;
    const { body: open } = await owner.agent.get('/api/invitations').expect(200);
    expect(open).toEqual([
      expect.objectContaining({ id, name: 'Late', role: 'welder', person: null, madeBy: owner.session.person }),
    ]);
    expect(JSON.stringify(open)).not.toContain(code);
    expect((await owner.agent.post(`/api/invitations/${id}/take-back`).send({}).expect(200)).body).toEqual([]);
    await owner.agent.post(`/api/invitations/${id}/take-back`).send({}).expect(404);
    await refused(code);
  });
  test('a whole shift comes in from one address', async () => {
    const owner = await firstOwner(server);
    for (let one = 0; one < 22; one++) {
      const { body } = await owner.agent
        .post('/api/invitations')
        .send({ name: `Shift ${one}`, role: 'welder' })
        .expect(201);
      await accept(server, (body as Invitation).code, `shift-${one}`);
    }
  });
});

test('an owner who lost their password gets a code on the machine, whatever workshops they belong to', async () => {
  const owner = await firstOwner(server);
  expect(await codeByHand(server.ownerUrl, 'nobody')).toBeNull();
  const code = await codeByHand(server.ownerUrl, owner.signInName.toUpperCase());
  const { body } = await browser(server)
    .post('/api/invitations/accept')
    .send({ code, signInName: owner.signInName, name: 'Owner', password: 'a new long password' })
    .expect(200);
  expect(body).toMatchObject({ person: owner.session.person, role: 'owner' });
  await signIn(browser(server), owner.signInName, PASSWORD).expect(401);
  await signIn(browser(server), owner.signInName, 'a new long password').expect(200);
});

describe('guessing', () => {
  const guess = (agent: TestPerson['agent'], signInName: string, times: number) =>
    Promise.all(
      Array.from({ length: times }, (_, at) =>
        signIn(agent, signInName, `guess number ${at}`).then(({ status }) => status),
      ),
    );

  test('is slowed from one address, and says when to try again', async () => {
    const { signInName } = await firstOwner(server);
    const statuses = await guess(browser(server), signInName, 45);
    expect(statuses.filter((status) => status === 401)).toHaveLength(30);
    const { status, headers } = await signIn(browser(server), signInName, PASSWORD);
    expect(status).toBe(429);
    expect(Number(headers['retry-after'])).toBeGreaterThan(0);
  });
  test('by strangers locks nobody out of a browser they have signed in with', async () => {
    const owner = await firstOwner(server);
    // As from many addresses: what the address used up is taken back each time.
    for (let round = 0; round < 3; round++) {
      await guess(browser(server), owner.signInName, 25);
      await server.asOwner(`delete from request_count where key like 'attempts-address%'`);
    }
    await signIn(browser(server), owner.signInName, PASSWORD).expect(429);
    await server.asOwner(`delete from request_count where key like 'attempts-address%'`);
    await owner.agent.post('/api/session/end').send({}).expect(200);
    await signIn(owner.agent, owner.signInName, PASSWORD).expect(200);
  });
  test('of invitations is slowed too', async () => {
    await firstOwner(server);
    const tries = await Promise.all(
      Array.from({ length: 30 }, (_, at) =>
        server.request
          .post('/api/invitations/accept')
          .send({ code: `guess${at}`, signInName: 'guess', name: 'Guess', password: PASSWORD })
          .then(({ status }) => status),
      ),
    );
    expect(tries.filter((status) => status === 429).length).toBeGreaterThan(5);
  });
});

test('made-up people of the demo sign in by one tap; elsewhere nobody does', async () => {
  const owner = await firstOwner(server);
  await browser(server).post(`/api/session/offered/${owner.session.person}`).send({}).expect(404);
  const demo = await testServer({ demo: true });
  try {
    const { seedPeople } = await import('../demo/people');
    await seedPeople(demo.ownerUrl, demo.context.workshop);
    const agent = browser(demo);
    const { body } = await agent.get('/api/session').expect(200);
    const { state, offered } = body as Session;
    expect([state, offered.map(({ role }) => role).sort()]).toEqual([
      'open',
      ['checker', 'owner', 'reader', 'welder', 'welder'],
    ]);
    const reader = offered.find(({ role }) => role === 'reader')!;
    await agent.post(`/api/session/offered/${reader.person}`).send({}).expect(200);
    await agent.post('/api/jobs').send({ title: 'Not as a reader' }).expect(403);
    await agent.post('/api/session/end').send({}).expect(200);
    await agent.post('/api/jobs').send({ title: 'At the machine' }).expect(201);
  } finally {
    await demo.close();
  }
});
