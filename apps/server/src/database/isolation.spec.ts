import { ENDPOINTS, type Address, type Endpoint } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { contextOf } from '../http/context';
import { addTick } from '../preparation/store';
import { putRodStock } from '../rod-stock/store';
import { testServer, type TestServer } from '../testing/test-server';
import { aPicture, FOUND, NOTE, STAMP, thingsOf, type Things } from '../testing/workshop-things';
import { ensureWorkshop } from '../workshop/store';
import { servingUrl } from './serving-role';

/** Things of another workshop. */
interface Foreign extends Things {
  readonly workshop: string;
}

let server: TestServer;
let foreign: Foreign;
let picture: Buffer;
beforeAll(async () => {
  server = await testServer();
  const workshop = randomUUID();
  const next = contextOf(server.open, server.compute, { workshop });
  await ensureWorkshop(next);
  picture = await aPicture();
  const people = await asOwnerNextDoor(workshop);
  foreign = { workshop, ...(await thingsOf(next, 'Next door', people, picture)) };
  await putRodStock(next, 'ER308L', { inStock: true });
  await addTick(next, foreign.jobs, { key: 'bright', state: 'done' });
  await server.asOwner(
    `insert into reading (workshop_id, meter_id, at, value) values ('${workshop}', '${foreign.meters}', now(), 40)`,
  );
  await server.asOwner(
    `insert into alarm (id, workshop_id, job_id, meter_id, what, ppm, started_at)
      values ('${randomUUID()}', '${workshop}', '${foreign.jobs}', '${foreign.meters}', 'room-oxygen', 170000, now())`,
  );
});
afterAll(() => server.close());

/** Somebody of the other workshop. */
async function asOwnerNextDoor(workshop: string): Promise<string> {
  const id = randomUUID();
  await server.asOwner(
    `insert into person (id, name, sign_in_name, password_hash) values ('${id}', 'Next door', 'next-door', 'none')`,
  );
  await server.asOwner(
    `insert into membership (workshop_id, person_id, role) values ('${workshop}', '${id}', 'owner')`,
  );
  return id;
}

/** Bodies that would be right if the thing were one's own. */
const BODIES: { readonly [One in Address]?: object } = {
  'PATCH /jobs/:id': { version: 1, title: 'Mine' },
  'POST /jobs/:id/duplicate': {},
  'POST /jobs/:id/pieces': { name: 'Mine' },
  'PATCH /pieces/:id': { version: 1, name: 'Mine' },
  'POST /pieces/:id/tests': { entry: { test: 'chips', outcome: 'short' } },
  'POST /tests/:id/strike-out': { reason: 'mine' },
  'PATCH /photos/:id': { version: 1, caption: 'Mine' },
  'POST /jobs/:id/joints': { joint: { type: 'bevel' } },
  'PATCH /joints/:id': { version: 1, joint: { type: 'bevel' } },
  'POST /jobs/:id/decisions': { rod: null },
  'PATCH /people/:id': { role: 'reader' },
  'POST /people/:id/leave': {},
  'POST /people/:id/new-password': {},
  'POST /people/:id/erase': {},
  'POST /invitations/:id/take-back': {},
  'POST /tablets/:id/end': {},
  'POST /jobs/:id/weld': { jointId: randomUUID(), at: STAMP, entry: NOTE },
  'POST /weld/:id/strike-out': { reason: 'mine' },
  'POST /jobs/:id/record': { jointId: null, at: STAMP, entry: FOUND },
  'POST /record/:id/strike-out': { reason: 'mine' },
  'PATCH /meters/:id': { version: 1, name: 'Mine' },
  'POST /meters/:id/key': {},
  'POST /meters/:id/trace': { csv: '2026-01-05T08:00:00Z,40' },
  'POST /jobs/:id/preparation': { key: 'bright', state: 'done' },
};
const withId = (Object.keys(ENDPOINTS) as Address[]).filter(
  (address) => address.includes('/:id') && !address.startsWith('POST /session'),
);

test.each(withId)('%s of another workshop is not there', async (address) => {
  const [method = '', path = ''] = address.split(' ');
  const kind = path.split('/')[1] as keyof Foreign;
  const { sends }: Endpoint = ENDPOINTS[address];
  const asked = server.request[method.toLowerCase() as 'get'](
    `/api${path.replace(':id', foreign[kind]).replace(':table', 'tests')}`,
  );
  if (address === 'GET /jobs/:id/label') asked.query({ at: 'http://127.0.0.1:4280' });
  const body = BODIES[address] ?? (method === 'GET' ? undefined : { version: 1 });
  const { status } = await (sends ? asked.type('image/png').send(picture) : asked.send(body));
  expect([address, foreign[kind] === undefined, status]).toEqual([address, false, 404]);
});

test('what another workshop has is in no list', async () => {
  const { body: jobs } = await server.request.get('/api/jobs').expect(200);
  const { body: found } = await server.request.get('/api/jobs').query({ search: 'Next door' }).expect(200);
  const { body: shelf } = await server.request.get('/api/rod-stock').expect(200);
  const { body: people } = await server.request.get('/api/people').expect(200);
  const { body: tablets } = await server.request.get('/api/tablets').expect(200);
  const { body: meters } = await server.request.get('/api/meters').expect(200);
  const { body: alarms } = await server.request.get('/api/alarms').expect(200);
  expect([jobs, found, shelf, people, tablets, meters, alarms]).toEqual([
    { jobs: [], total: 0 },
    { jobs: [], total: 0 },
    [],
    [],
    [],
    [],
    [],
  ]);
});

describe('the role the program is served by', () => {
  let client: pg.Client;
  beforeEach(async () => {
    client = new pg.Client({ connectionString: servingUrl(server.ownerUrl) });
    await client.connect();
  });
  afterEach(() => client.end());
  const serve = (workshop: string): Promise<unknown> =>
    client.query(`select set_config('variatum.workshop', $1, false)`, [workshop]);
  const tables = async (): Promise<string[]> =>
    (
      await server.asOwner(
        "select table_name from information_schema.columns where table_schema = 'public' and column_name = " +
          "'workshop_id'",
      )
    ).map(({ table_name: name }) => String(name));

  test('has no power over the tables, and may erase nothing', async () => {
    const { rows } = await client.query(
      'select rolsuper, rolbypassrls, rolcreaterole, rolcreatedb from pg_roles where rolname = current_user',
    );
    expect(rows).toEqual([{ rolsuper: false, rolbypassrls: false, rolcreaterole: false, rolcreatedb: false }]);
    for (const table of await tables()) {
      await expect(client.query(`delete from ${table}`)).rejects.toMatchObject({ code: '42501' });
      await expect(client.query(`truncate ${table}`)).rejects.toMatchObject({ code: '42501' });
      await expect(client.query(`alter table ${table} disable row level security`)).rejects.toMatchObject({
        code: '42501',
      });
    }
  });

  test('sees and changes no row of another workshop, nor any while it serves none', async () => {
    const names = await tables();
    expect(names.length).toBeGreaterThan(7);
    for (const workshop of [server.context.workshop, '']) {
      await serve(workshop);
      for (const table of names) {
        const seen = await client.query(`select 1 from ${table} where workshop_id = $1`, [foreign.workshop]);
        const changed = await client.query(`update ${table} set updated_at = now() where workshop_id = $1`, [
          foreign.workshop,
        ]);
        expect([table, seen.rowCount, changed.rowCount]).toEqual([table, 0, 0]);
      }
      expect((await client.query(`select jobs_like('%Next door%')`)).rowCount).toBe(0);
    }
    await serve(foreign.workshop);
    for (const table of names) {
      const { rowCount } = await client.query(`select 1 from ${table}`);
      expect([table, rowCount]).toEqual([table, 1]);
    }
  });

  test('makes no people, and none of another workshop are seen or changed', async () => {
    await serve(server.context.workshop);
    expect((await client.query('select 1 from person')).rowCount).toBe(0);
    expect((await client.query(`update person set password_hash = 'mine'`)).rowCount).toBe(0);
    await expect(
      client.query(`insert into person (id, name, sign_in_name) values ($1, 'Mine', 'mine')`, [randomUUID()]),
    ).rejects.toMatchObject({ code: '42501' });
    await expect(
      client.query(`insert into membership (workshop_id, person_id, role) values ($1, $2, 'owner')`, [
        foreign.workshop,
        foreign.people,
      ]),
    ).rejects.toMatchObject({ code: '42501' });
    // What is made while somebody of another workshop is named as its maker is refused.
    await client.query(`select set_config('variatum.person', $1, false)`, [foreign.people]);
    await expect(
      client.query(`insert into job (id, workshop_id, title, state, stage) values ($1, $2, 'x', 'bench', 'job')`, [
        randomUUID(),
        server.context.workshop,
      ]),
    ).rejects.toMatchObject({ constraint: 'job_made_by' });
  });

  test('can put nothing into another workshop, nor move anything there', async () => {
    await serve(server.context.workshop);
    const refused = { code: '42501', message: expect.stringContaining('row-level security') as string };
    await expect(
      client.query(`insert into job (id, workshop_id, title, state, stage) values ($1, $2, 'x', 'bench', 'job')`, [
        randomUUID(),
        foreign.workshop,
      ]),
    ).rejects.toMatchObject(refused);
    const { body } = await server.request.post('/api/jobs').send({ title: 'Mine' }).expect(201);
    await expect(
      client.query('update job set workshop_id = $1 where id = $2', [foreign.workshop, (body as { id: string }).id]),
    ).rejects.toMatchObject(refused);
  });
});
