import type { JobDetail, MeterWithKey, Problem } from '@variatum/contracts';
import { Agent, createServer, request, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { malformedRequests, type MalformedRequest } from '../testing/malformed';
import { testServer, type TestServer } from '../testing/test-server';
import { answerUnreadable } from './unreadable';

/** Thousands of requests take their time where the machine is busy: the limit catches what hangs. */
const LONG_MS = 600_000;

let server: TestServer;
let job: JobDetail;
let meter: string;
beforeAll(async () => {
  server = await testServer();
  job = (await server.request.post('/api/jobs').send({ title: 'Latch' }).expect(201)).body as JobDetail;
  const made = await server.request.post('/api/meters').send({ kind: 'oxygen', name: 'Vent' }).expect(201);
  meter = (made.body as MeterWithKey).meter.id;
});
afterAll(() => server.close());

const problem = ({ headers, body }: { headers: Record<string, string>; body: unknown }): Problem => {
  expect(headers['content-type']).toContain('application/problem+json');
  return body as Problem;
};

test.each([
  ['a version beyond all numbers', { version: 2 ** 31, title: 'x' }, 'version'],
  ['a null character in a text', { version: 1, item: 'a\0b' }, 'item'],
  ['half of a character pair', { version: 1, item: 'a\ud800b' }, 'item'],
  ['a null character deep inside', { version: 1, service: { environment: 'dry\0' } }, 'service.environment'],
])('%s is refused by name', async (_name, body, path) => {
  const answer = await server.request.patch(`/api/jobs/${job.id}`).send(body);
  expect([answer.status, problem(answer).errors?.map((error) => error.path)]).toEqual([422, [path]]);
});

test('what cannot be kept is refused in a query as well', async () => {
  for (const [query, path] of [
    ['search=%00', 'search'],
    ['from=0000-01-01', 'from'],
    ['to=0000-12-31', 'to'],
    ['family=%00', 'family'],
  ]) {
    const answer = await server.request.get(`/api/jobs?${query}`);
    expect([query, answer.status, problem(answer).errors?.[0]?.path]).toEqual([query, 422, path]);
  }
});

test('an answer stays small whatever was sent', async () => {
  const keys = Object.fromEntries(Array.from({ length: 60_000 }, (_, index) => [`k${index}`, 1]));
  const preferences = Object.fromEntries(Array.from({ length: 30_000 }, (_, index) => [`ER${index}`, 9]));
  for (const [address, body] of [
    ['/api/jobs', keys],
    ['/api/jobs', { title: 'x', [`${'y'.repeat(500_000)}`]: 1 }],
    ['/api/workshop', { version: 1, preferences }],
  ] as const) {
    const answer = await server.request[address === '/api/workshop' ? 'patch' : 'post'](address).send(body);
    expect(answer.status).toBe(422);
    expect(problem(answer).errors?.length).toBeLessThanOrEqual(50);
    expect(answer.text.length).toBeLessThan(64 * 1024);
  }
  const { detail } = problem(await server.request.post('/api/jobs').send(keys));
  expect(detail).toMatch(/and \d+ more$/);
});

test('kinds of content, methods and addresses nobody knows are named in a problem document', async () => {
  const wrongType = await server.request.post('/api/jobs').set('Content-Type', 'text/plain').send('title=x');
  expect([wrongType.status, problem(wrongType).status]).toEqual([415, 415]);
  const encoded = await server.request
    .post('/api/jobs')
    .set('Content-Type', 'application/json')
    .set('Content-Encoding', 'zip')
    .send('{}');
  expect([encoded.status, problem(encoded).status]).toEqual([415, 415]);
  const method = await server.request.delete(`/api/jobs/${job.id}`);
  expect([method.status, problem(method).status, method.headers['allow']]).toEqual([405, 405, 'GET, PATCH']);
  for (const address of ['/api/nothing', '/api/jobs/a/b/c', '/nothing.js', '/anything'])
    expect([address, problem(await server.request.get(address).expect(404)).status]).toEqual([address, 404]);
});

test('a head request to the live stream ends', async () => {
  await server.request.head('/api/events').expect(200);
});

describe('what is no request at all', () => {
  let socket: Server;
  beforeAll(async () => {
    socket = createServer(server.app);
    answerUnreadable(socket);
    await new Promise<void>((done) => socket.listen(0, '127.0.0.1', done));
  });
  afterAll(() => new Promise((done) => socket.close(done)));

  test('is answered with a problem document too', async () => {
    const { port } = socket.address() as AddressInfo;
    const text = await new Promise<string>((resolve) => {
      let read = '';
      const client = connect(port, '127.0.0.1', () => client.write('NONSENSE / HTTP/9\r\n\r\n'));
      client.on('data', (chunk) => (read += String(chunk))).on('close', () => resolve(read));
    });
    expect(text).toMatch(/^HTTP\/1.1 400 /);
    expect(JSON.parse(text.slice(text.indexOf('{')))).toMatchObject({ title: 'Not a request', status: 400 });
  });
});

test(
  'fifteen hundred malformed requests: none is a fault of the server, none is answered at length',
  async () => {
    const socket = createServer(server.app);
    await new Promise<void>((done) => socket.listen(0, '127.0.0.1', done));
    const { port } = socket.address() as AddressInfo;
    const agent = new Agent({ keepAlive: true });
    const send = ({ method, path, headers, body }: MalformedRequest): Promise<{ status: number; length: number }> =>
      new Promise((resolve, reject) => {
        const sent = request({ agent, port, host: '127.0.0.1', method, path, headers }, (answer) => {
          let length = 0;
          answer.on('data', (chunk: Buffer) => (length += chunk.length));
          answer.on('end', () => resolve({ status: answer.statusCode ?? 0, length }));
        });
        sent.on('error', (error) => reject(new Error(`${method} ${path}: ${error.message}`)));
        sent.end(body);
      });
    const requests = malformedRequests(7, { job: job.id, meter });
    const bad: string[] = [];
    const work = async (): Promise<void> => {
      for (let count = 0; count < 375; count++) {
        const one = requests.next().value as MalformedRequest;
        const { status, length } = await send(one);
        // What is wrong in nothing but a cookie is answered as such: a list of many jobs is long.
        const mayBeLong = status === 200 && one.method === 'GET';
        if (status >= 500 || (length > 64 * 1024 && !mayBeLong))
          bad.push(`${one.method} ${one.path} ${one.body?.slice(0, 200)}: ${status}, ${length} bytes`);
      }
    };
    await Promise.all([work(), work(), work(), work()]);
    agent.destroy();
    await new Promise((done) => socket.close(done));
    expect(bad).toEqual([]);
  },
  LONG_MS,
);
