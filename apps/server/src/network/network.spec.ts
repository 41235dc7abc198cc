import { firstOwner, PASSWORD } from '../testing/people';
import { testServer, type TestServer } from '../testing/test-server';
import { reachOf } from './reach';

const HOST = 'repair.example';
const behind = (proxy: string) =>
  testServer({ reach: reachOf({ secure: undefined, hosts: [HOST], proxies: [proxy] }) });
/** As a proxy that ends the encryption passes a request on. */
const FORWARDED = { Host: HOST, 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '198.51.100.7' };

describe('behind a proxy that is trusted', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await behind('127.0.0.1');
    await firstOwner(server);
  });
  afterAll(() => server.close());

  test('pages are served under its name, with encryption kept to and cookies for encryption alone', async () => {
    const signedIn = await server.request
      .post('/api/session')
      .set({ ...FORWARDED, Origin: `https://${HOST}` })
      .send({ signInName: 'owner-1', password: PASSWORD })
      .expect(200);
    expect(signedIn.headers['strict-transport-security']).toBe('max-age=31536000');
    const cookies = signedIn.headers['set-cookie'] as unknown as string[];
    expect(cookies.find((one) => one.startsWith('__Host-variatum='))).toMatch(
      /Path=\/;.*HttpOnly; Secure; SameSite=Strict/,
    );
    for (const cookie of cookies) expect(cookie).toMatch(/HttpOnly; Secure; SameSite=Strict/);
  });

  test('a page of the same name without encryption is another origin', async () => {
    await server.request
      .post('/api/jobs')
      .set({ ...FORWARDED, Origin: `http://${HOST}` })
      .send({ title: 'x' })
      .expect(403);
  });

  test('other names are refused, also those a proxy passes on', async () => {
    await server.request
      .get('/api/session')
      .set({ ...FORWARDED, Host: 'elsewhere.example' })
      .expect(403);
    await server.request
      .get('/api/session')
      .set({ ...FORWARDED, 'X-Forwarded-Host': 'elsewhere.example' })
      .expect(403);
  });

  test('guesses are counted by the address the proxy saw', async () => {
    const guess = (from: string) =>
      server.request
        .post('/api/session')
        .set({ ...FORWARDED, 'X-Forwarded-For': from })
        .send({ signInName: 'nobody', password: 'no' });
    let status = 0;
    for (let count = 0; count < 40 && status !== 429; count++) status = (await guess('198.51.100.8')).status;
    expect(status).toBe(429);
    expect((await guess('198.51.100.9')).status).toBe(401);
  });

  test('people are told its address', async () => {
    const { body } = await server.request.get('/api/network').set(FORWARDED).expect(200);
    expect(body).toEqual({ addresses: [`https://${HOST}/`], authority: null });
    await server.request.get('/api/network/authority').set(FORWARDED).expect(404);
  });
});

test('headers of a proxy nobody named are not believed', async () => {
  const server = await behind('203.0.113.1');
  try {
    await firstOwner(server);
    const { headers } = await server.request.get('/api/session').set(FORWARDED).expect(200);
    expect(headers['strict-transport-security']).toBeUndefined();
    await server.request
      .get('/api/session')
      .set({ Host: '127.0.0.1', 'X-Forwarded-Host': 'elsewhere.example' })
      .expect(200);
  } finally {
    await server.close();
  }
});

test('without a sign-in only the machine itself is served', async () => {
  const server = await behind('127.0.0.1');
  try {
    expect((await server.request.get('/api/session').expect(200)).body.state).toBe('open');
    expect((await server.request.get('/api/session').set(FORWARDED).expect(200)).body.state).toBe('signed-out');
    await server.request.get('/api/jobs').set(FORWARDED).expect(401);
    await server.request.get('/api/jobs').set('Host', HOST).expect(401);
  } finally {
    await server.close();
  }
});
