import { testServer, type TestServer } from '../testing/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ requestsPerMinute: 4 });
});
afterAll(() => server.close());

const refused = async (headers: Record<string, string>): Promise<number> => {
  const post = server.request.post('/api/jobs').send({ title: 'x' });
  for (const [name, value] of Object.entries(headers)) post.set(name, value);
  return (await post).status;
};

test('what another page sends is refused, and uses up nothing of what the owner may ask', async () => {
  for (let round = 0; round < 3; round++) {
    expect(await refused({ Origin: 'https://elsewhere.example' })).toBe(403);
    expect(await refused({ Origin: 'null' })).toBe(403);
    expect(await refused({ 'Sec-Fetch-Site': 'cross-site' })).toBe(403);
    expect(await refused({ 'Sec-Fetch-Site': 'same-site' })).toBe(403);
    // A page rebinds its name to this machine, or shows a picture of ours to count requests up.
    expect(await refused({ Host: 'elsewhere.example' })).toBe(403);
    await server.request.get('/api/jobs').set('Sec-Fetch-Site', 'cross-site').expect(403);
  }
  await server.request.post('/api/jobs').send({ title: 'Mine' }).expect(201);
});

test('an address is foreign however it is written, and a foreign page holds no stream open', async () => {
  for (const path of ['/API/jobs', '/Api/jobs', '/api/JOBS', '/API/events', '/api/events/'])
    await server.request.get(path).set('Sec-Fetch-Site', 'cross-site').expect(403);
});

test('our own page, and a program that is no browser, are served', async () => {
  await server.request
    .get('/api/jobs')
    .set({ Host: '127.0.0.1:4280', Origin: 'http://127.0.0.1:4280', 'Sec-Fetch-Site': 'same-origin' })
    .expect(200);
  await server.request.get('/api/jobs').set('Sec-Fetch-Site', 'none').expect(200);
});

test('a client that asks too often is held back and told for how long; health is always told', async () => {
  let held;
  for (let count = 0; count < 6 && held?.status !== 429; count++) held = await server.request.get('/api/jobs');
  expect(held?.status).toBe(429);
  expect(held?.headers['content-type']).toContain('problem+json');
  expect(Number(held?.headers['retry-after'])).toBeGreaterThan(0);
  await server.request.get('/api/health').expect(200);
});
