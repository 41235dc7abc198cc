import {
  behalf,
  DUTIES,
  ENDPOINTS,
  may,
  ON_BEHALF_HEADER,
  ROLES,
  type Address,
  type Endpoint,
  type Role,
} from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import { contextOf } from '../http/context';
import { addPiece } from '../pieces/store';
import { OWN_MACHINE } from '../network/reach';
import { browser, firstOwner, join, type TestPerson } from '../testing/people';
import { randomDocument } from '../testing/documents';
import { mulberry } from '../testing/mulberry';
import { testServer, type TestServer } from '../testing/test-server';
import { aPicture, FOUND, NOTE, STAMP, thingsOf, type Things } from '../testing/workshop-things';
import { ensureWorkshop } from '../workshop/store';

let server: TestServer;
let picture: Buffer;
let own: Things;
let foreign: Things;
const random = mulberry(1);
const browsers = new Map<Role | 'nobody', TestPerson['agent']>();

beforeAll(async () => {
  server = await testServer({ reach: { ...OWN_MACHINE, authority: () => Buffer.from('an authority') } });
  picture = await aPicture();
  const owner = await firstOwner(server);
  for (const role of ROLES) browsers.set(role, (role === 'owner' ? owner : await join(server, owner, role)).agent);
  browsers.set('nobody', browser(server));
  const bystander = await join(server, owner, 'welder');
  own = await thingsOf(server.context, 'Rail', bystander.session.person!, picture);
  // A decision needs two pieces that meet.
  await addPiece(server.context, own.jobs, { name: 'Post', grade: '304L' });
  const next = contextOf(server.open, server.compute, { workshop: randomUUID() });
  await ensureWorkshop(next);
  foreign = await thingsOf(next, 'Rail', randomUUID(), picture);
});
afterAll(() => server.close());

/** Bodies of changes that nothing is wrong with, made anew for each request. */
const BODIES: { readonly [One in Address]?: (of: Things) => object } = {
  'PATCH /workshop': () => ({ version: 9999, name: 'Mine' }),
  'POST /jobs': () => ({ title: 'New' }),
  'PATCH /jobs/:id': () => ({ version: 9999, title: 'Mine' }),
  'POST /jobs/:id/duplicate': () => ({}),
  'POST /jobs/:id/pieces': () => ({ name: 'Mine' }),
  'PATCH /pieces/:id': () => ({ version: 9999, name: 'Mine' }),
  'POST /pieces/:id/tests': () => ({ entry: { test: 'chips', outcome: 'short' } }),
  'POST /tests/:id/strike-out': () => ({ reason: 'mine' }),
  'PATCH /photos/:id': () => ({ version: 9999, caption: 'Mine' }),
  'POST /jobs/:id/joints': () => ({ joint: { type: 'bevel' } }),
  'PATCH /joints/:id': () => ({ version: 9999, joint: { type: 'bevel' } }),
  'POST /jobs/:id/decisions': ({ joints }) => ({ rod: 'ER308L', jointId: joints }),
  'POST /jobs/:id/preparation': () => ({ key: 'bright', state: 'done' }),
  'POST /jobs/:id/weld': ({ joints }) => ({ jointId: joints, at: STAMP, entry: NOTE }),
  'POST /weld/:id/strike-out': () => ({ reason: 'mine' }),
  'POST /jobs/:id/record': () => ({ jointId: null, at: STAMP, entry: FOUND }),
  'POST /record/:id/strike-out': () => ({ reason: 'mine' }),
  'POST /meters': () => ({ kind: 'oxygen', name: 'Bench' }),
  'PATCH /meters/:id': () => ({ version: 9999, name: 'Mine' }),
  'POST /meters/:id/key': () => ({}),
  'POST /meters/:id/trace': () => ({ csv: '2026-01-05T08:00:00Z,40' }),
  'PUT /rod-stock/:rod': () => ({ inStock: true }),
  'PATCH /people/:id': () => ({ role: 'welder' }),
  'POST /people/:id/leave': () => ({}),
  'POST /people/:id/new-password': () => ({}),
  'POST /people/:id/erase': () => ({}),
  'POST /invitations/:id/take-back': () => ({}),
  'POST /tablets': () => ({ name: 'Bench' }),
  'POST /tablets/:id/end': () => ({}),
  'POST /workshops': () => ({ name: 'Second depot' }),
  'POST /session/pin': () => ({ password: 'not the password', pin: '4711' }),
  'POST /invitations': () => ({ name: 'Another', role: 'reader' }),
  'POST /session/password': () => ({ old: 'not the password', password: 'another long one' }),
};
/** Addresses of the sign-in itself have tests of their own. */
const APART = [
  'POST /session',
  'POST /session/end',
  'POST /session/offered/:id',
  'POST /session/at-tablet',
  'POST /invitations/accept',
  'POST /session/workshop/:id',
  'POST /session/places/:place/end',
  'GET /events',
  'POST /meters/lines',
];
const ADDRESSES = (Object.keys(ENDPOINTS) as Address[]).filter((address) => !APART.includes(address));

async function ask(who: Role | 'nobody', address: Address, things: Things): Promise<number> {
  const [method = '', path = ''] = address.split(' ');
  const kind = path.split('/')[1] as keyof Things;
  const { sends }: Endpoint = ENDPOINTS[address];
  const asked = browsers
    .get(who)!
    [method.toLowerCase() as 'get'](
      `/api${path.replace(':id', things[kind]).replace(':rod', 'ER308L').replace(':table', 'tests')}`,
    );
  if (address === 'GET /jobs/:id/label') asked.query({ at: 'http://127.0.0.1:4280' });
  if (address === 'POST /jobs/document') return (await asked.send(randomDocument(random))).status;
  // There are jobs already: it is refused before a byte is read.
  if (address === 'POST /workshop/document') return (await asked.type('application/zip').send(picture)).status;
  const body = BODIES[address]?.(things) ?? (method === 'GET' ? undefined : { version: 9999 });
  return (await (sends ? asked.type('image/png').send(picture) : asked.send(body))).status;
}
/** What somebody who may do something is answered, whether or not the thing stands at that version. */
const LET_IN = [200, 201, 409];

describe.each([...ROLES, 'nobody'] as const)('%s', (who) => {
  test.each(ADDRESSES)('%s', async (address) => {
    const { duty }: Endpoint = ENDPOINTS[address];
    const role = who === 'nobody' ? null : who;
    const mine = await ask(who, address, own);
    if (!may(role, duty)) expect([address, mine]).toEqual([address, role === null ? 401 : 403]);
    // A wrong password is refused as such, which is not what is asked here.
    else if (['POST /session/password', 'POST /session/pin'].includes(address)) expect(mine).toBe(401);
    else expect([address, mine, LET_IN.includes(mine)]).toEqual([address, mine, true]);
    if (!address.includes('/:id')) return;
    const theirs = await ask(who, address, foreign);
    expect([address, theirs]).toEqual([address, may(role, duty) ? 404 : role === null ? 401 : 403]);
  });

  test('live changes', async () => {
    const { status } = await browsers.get(who)!.head('/api/events');
    expect(status).toBe(who === 'nobody' ? 401 : 200);
  });
});

test('every duty names roles that are there, an owner may all of it, and a reader only looks', () => {
  for (const [duty, roles] of Object.entries(DUTIES))
    if (roles !== null && duty !== 'anyone') expect(roles).toContain('owner');
  const changes = ADDRESSES.filter((address) => !address.startsWith('GET') && !address.startsWith('POST /session'));
  for (const address of changes)
    expect([address, may('reader', (ENDPOINTS[address] as Endpoint).duty)]).toEqual([address, false]);
});

test.each([...ROLES, 'nobody'] as const)(
  'what another welder typed waits for them, whoever is here: %s',
  async (who) => {
    const typedFor = behalf({ workshop: server.context.workshop, person: randomUUID() });
    const sent = browsers.get(who)!.post('/api/jobs').set(ON_BEHALF_HEADER, typedFor).send({ title: 'Typed before' });
    // Whether or not they may do it themselves: 401 is no verdict on what was typed.
    expect((await sent).status).toBe(401);
  },
);
