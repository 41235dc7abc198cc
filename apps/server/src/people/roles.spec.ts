import { DUTIES, ENDPOINTS, may, ROLES, type Address, type Endpoint, type Role } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { addDecision } from '../decisions/store';
import { addFieldTest } from '../field-tests/store';
import { contextOf, type RequestContext } from '../http/context';
import { addJob } from '../jobs/store';
import { addJoint } from '../joints/store';
import { OWN_MACHINE } from '../network/reach';
import { addMeter } from '../meters/store';
import { addPhoto } from '../photos/store';
import { invite } from './store';
import { addPiece } from '../pieces/store';
import { enrolTablet } from '../tablets/store';
import { browser, firstOwner, join, type TestPerson } from '../testing/people';
import { randomDocument } from '../testing/documents';
import { mulberry } from '../testing/mulberry';
import { testServer, type TestServer } from '../testing/test-server';
import { weldLog } from '../weld/store';
import { addJobRecord } from '../job-record/store';
import { ensureWorkshop } from '../workshop/store';

/** Things of a workshop, by the first word of the addresses they are asked for under. */
type Things = Readonly<
  Record<
    | 'jobs'
    | 'pieces'
    | 'tests'
    | 'photos'
    | 'decisions'
    | 'joints'
    | 'people'
    | 'invitations'
    | 'tablets'
    | 'weld'
    | 'record'
    | 'meters',
    string
  >
>;

let server: TestServer;
let picture: Buffer;
let own: Things;
let foreign: Things;
const random = mulberry(1);
const browsers = new Map<Role | 'nobody', TestPerson['agent']>();

const STAMP = '2026-01-05T08:00:00Z';
const NOTE = { kind: 'note', text: 'begun' } as const;
const FOUND = { kind: 'in-service', on: '2026-01-05' } as const;

async function thingsOf(context: RequestContext, people: string): Promise<Things> {
  const { id: jobs } = await addJob(context, { title: 'Rail' });
  const { id: pieces } = await addPiece(context, jobs, { name: 'Rail', grade: '304L' });
  await addPiece(context, jobs, { name: 'Post', grade: '304L' });
  const { id: tests } = await addFieldTest(context, pieces, { entry: { test: 'chips', outcome: 'short' } });
  const { id: joints } = await addJoint(context, jobs, { joint: { type: 'lap' } });
  const { id: photos } = await addPhoto(context, jobs, { id: randomUUID(), turn: 0, caption: '' }, await context.compute.picture(picture), 'made for this test'); // prettier-ignore
  const { id: decisions } = await addDecision(context, {
    id: randomUUID(), jobId: jobs, jointId: null, rod: null, recommended: null, engineVersion: '0', seed: 1, note: '', question: {}, resultJson: '{}',
    madeFrom: 'made for this test',
  }); // prettier-ignore
  const { tablet } = await enrolTablet(context, 'Bench');
  const { id: invitations } = await invite(context, { name: 'Somebody', role: 'welder' });
  const { id: weld } = await weldLog.add(context, jobs, { id: randomUUID(), jointId: joints, at: STAMP, entry: NOTE });
  const { id: record } = await addJobRecord(context, jobs, { jointId: joints, at: STAMP, entry: FOUND });
  const { meter } = await addMeter(context, { kind: 'oxygen', name: 'Bench' });
  return {
    jobs,
    pieces,
    tests,
    photos,
    decisions,
    joints,
    people,
    invitations,
    tablets: tablet.id,
    weld,
    record,
    meters: meter.id,
  };
}

beforeAll(async () => {
  server = await testServer({ reach: { ...OWN_MACHINE, authority: () => Buffer.from('an authority') } });
  picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'grey' } })
    .png()
    .toBuffer();
  const owner = await firstOwner(server);
  for (const role of ROLES) browsers.set(role, (role === 'owner' ? owner : await join(server, owner, role)).agent);
  browsers.set('nobody', browser(server));
  const bystander = await join(server, owner, 'welder');
  own = await thingsOf(server.context, bystander.session.person!);
  const next = contextOf(server.open, server.compute, { workshop: randomUUID() });
  await ensureWorkshop(next);
  foreign = await thingsOf(next, randomUUID());
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
const APART = ['POST /session', 'POST /session/end', 'POST /session/offered/:id', 'POST /session/at-tablet', 'POST /invitations/accept', 'POST /session/workshop/:id', 'POST /session/places/:place/end', 'GET /events', 'POST /meters/lines']; // prettier-ignore
const ADDRESSES = (Object.keys(ENDPOINTS) as Address[]).filter((address) => !APART.includes(address));

async function ask(who: Role | 'nobody', address: Address, things: Things): Promise<number> {
  const [method = '', path = ''] = address.split(' ');
  const kind = path.split('/')[1] as keyof Things;
  const { sends }: Endpoint = ENDPOINTS[address];
  const asked = browsers.get(who)![method.toLowerCase() as 'get'](`/api${path.replace(':id', things[kind]).replace(':rod', 'ER308L').replace(':table', 'tests')}`); // prettier-ignore
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
  for (const [duty, roles] of Object.entries(DUTIES)) if (roles !== null && duty !== 'anyone') expect(roles).toContain('owner'); // prettier-ignore
  const changes = ADDRESSES.filter((address) => !address.startsWith('GET') && !address.startsWith('POST /session'));
  for (const address of changes) expect([address, may('reader', (ENDPOINTS[address] as Endpoint).duty)]).toEqual([address, false]); // prettier-ignore
});
