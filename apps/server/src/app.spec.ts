import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_JOBS } from './demo/jobs';
import { emptyWorkshop } from './demo/empty-workshop';
import { seedDemo } from './demo/seed';
import { readSettings } from './settings';
import { testServer, type TestServer } from './testing/test-server';
import { ONLY_WORKSHOP_ID } from './workshop/store';

let server: TestServer;
const web = mkdtempSync(join(tmpdir(), 'variatum-web-'));
beforeAll(async () => {
  writeFileSync(join(web, 'index.html'), '<!doctype html><title>Variatum</title>');
  server = await testServer({ webDirectory: web });
});
afterAll(() => server.close());

test('says whether it is up and ready', async () => {
  expect((await server.request.get('/api/health').expect(200)).body.status).toBe('up');
  expect((await server.request.get('/api/ready').expect(200)).body.status).toBe('ready');
});

test('says that it is not ready when the database is gone', async () => {
  const broken = await testServer();
  await broken.open.close();
  await broken.request.get('/api/ready').expect(503);
  await broken.close();
});

test('sends a strict content security policy and no hint of what it runs on', async () => {
  const { headers } = await server.request.get('/').expect(200);
  const policy = headers['content-security-policy'] as string;
  expect(policy).toContain("script-src 'self'");
  expect(policy).not.toContain('unsafe-eval');
  expect(policy).toContain("object-src 'none'");
  expect(headers['x-powered-by']).toBeUndefined();
});

test('serves the page for its own addresses and 404 for files that are not there', async () => {
  await server.request.get('/jobs/anything/rod').expect(200).expect('Content-Type', /html/);
  await server.request.get('/nothing.js').expect(404);
  await server.request
    .get('/api/nothing')
    .expect(404)
    .expect('Content-Type', /problem\+json/);
  await server.request.get('/api/jobs/not-an-id').expect(422);
  await server.request.get('/api/jobs/00000000-0000-4000-8000-00000000dead').expect(404);
});

test('refuses other names of the machine, bodies that are too large and bodies that are no JSON', async () => {
  await server.request.get('/api/jobs').set('Host', 'workshop.example').expect(403);
  await server.request
    .post('/api/jobs')
    .send({ title: 'x'.repeat(1_200_000) })
    .expect(413);
  const { body } = await server.request
    .post('/api/jobs')
    .set('Content-Type', 'application/json')
    .send('{"title":')
    .expect(400);
  expect(body.title).toBe('Not JSON');
});

test('the interface document describes every address and its bodies', async () => {
  const { body } = await server.request.get('/api/openapi.json').expect(200);
  expect(body.openapi).toBe('3.1.0');
  const post = body.paths['/api/jobs'].post;
  expect(post.requestBody.content['application/json'].schema.properties.title).toMatchObject({
    type: 'string',
    maxLength: 120,
  });
  expect(post.responses['201']).toBeDefined();
  expect(post.responses.default.content['application/problem+json']).toBeDefined();
  for (const [path, operations] of Object.entries(
    body.paths as Record<string, Record<string, { parameters: { name: string; in: string }[] }>>,
  ))
    for (const { parameters } of Object.values(operations))
      expect(parameters.filter(({ in: place }) => place === 'path').map(({ name }) => `{${name}}`)).toEqual(
        path.match(/\{\w+\}/g) ?? [],
      );
});

test('the demo fills an empty workshop once', async () => {
  await seedDemo(server.context);
  const list = async (): Promise<{ title: string; pieceCount: number; lastRod: string | null }[]> =>
    (await server.request.get('/api/jobs').expect(200)).body.jobs as {
      title: string;
      pieceCount: number;
      lastRod: string | null;
    }[];
  const jobs = await list();
  expect(jobs.map(({ title }) => title)).toEqual(DEMO_JOBS.map(({ title }) => title));
  for (const { pieceCount } of jobs) expect(pieceCount).toBeGreaterThan(0);
  expect(jobs.filter(({ lastRod }) => lastRod !== null)).toHaveLength(
    DEMO_JOBS.filter(({ joints }) => joints.some(({ decision }) => decision)).length,
  );
  await seedDemo(server.context);
  expect(await list()).toHaveLength(DEMO_JOBS.length);
  await emptyWorkshop(server.ownerUrl, ONLY_WORKSHOP_ID);
  expect(await list()).toEqual([]);
  await seedDemo(server.context);
  expect(await list()).toHaveLength(DEMO_JOBS.length);
  const shelf = (await server.request.get('/api/rod-stock').expect(200)).body as { rod: string }[];
  expect(shelf.map(({ rod }) => rod)).toContain('ER309L');
  await server.request.put('/api/rod-stock/ER309L').send({ inStock: false }).expect(200);
  await server.request.put('/api/rod-stock/ER999').send({ inStock: true }).expect(404);
});

describe('settings', () => {
  const url = { VARIATUM_DATABASE_URL: 'postgresql://x' };
  test('serve other machines with transport encryption only, and never the demo', () => {
    const address = { ...url, VARIATUM_SECURE_ADDRESS: '0.0.0.0' };
    expect(() => readSettings(address)).toThrow(/VARIATUM_CERTIFICATE_FILE/);
    const files = { VARIATUM_CERTIFICATE_FILE: 'a', VARIATUM_KEY_FILE: 'b' };
    expect(readSettings({ ...address, ...files, VARIATUM_ALLOWED_HOSTS: 'A.example, b' })).toMatchObject({
      secure: { address: '0.0.0.0' },
      hosts: ['a.example', 'b'],
    });
    expect(() => readSettings({ ...address, ...files, VARIATUM_DEMO: '1' })).toThrow(/own machine only/);
    expect(() => readSettings({ ...url, VARIATUM_TRUSTED_PROXIES: '10.0.0.1', VARIATUM_DEMO: '1' })).toThrow(
      /own machine only/,
    );
  });
  test('say what is missing', () => {
    expect(() => readSettings({})).toThrow(/VARIATUM_DATABASE_URL/);
    expect(() => readSettings({ ...url, VARIATUM_PORT: 'http' })).toThrow(/VARIATUM_PORT/);
  });
});

test('says on whose behalf it answers, and does nothing that was typed for somebody else', async () => {
  const { body: session } = await server.request.get('/api/session').expect(200);
  expect(session).toEqual({
    state: 'open',
    workshop: ONLY_WORKSHOP_ID,
    person: null,
    name: null,
    role: 'owner',
    byPin: false,
    tablet: null,
    memberships: [],
    offered: [],
  });
  const add = (typedFor: string) =>
    server.request.post('/api/jobs').set('Variatum-On-Behalf', typedFor).send({ title: 'Typed for one' });
  await add(ONLY_WORKSHOP_ID).expect(201);
  for (const other of [randomUUID(), `${ONLY_WORKSHOP_ID}/${randomUUID()}`]) await add(other).expect(401);
  const { body } = await server.request.get('/api/jobs?search=Typed for one').expect(200);
  expect(body.total).toBe(1);
});
