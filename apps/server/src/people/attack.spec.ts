import { Agent, createServer, request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { createApp } from '../app';
import { openDatabase, prepareDatabase } from '../database';
import { openChangeFeed } from '../live/change-feed';
import { reachOf } from '../network/reach';
import { firstOwner, join, PASSWORD, type TestPerson } from '../testing/people';
import { MIGRATIONS } from '../testing/test-database';
import { testServer, type TestServer } from '../testing/test-server';

const HOST = 'repair.example';
const REACH = reachOf({ secure: undefined, hosts: [HOST], proxies: ['127.0.0.1'] });
const GUESSES = 1200;
const ADDRESSES = 500;
/** So many are under way at once. */
const AT_ONCE = 40;

/** Thousands of requests take their time where the machine is busy: the limit catches what hangs. */
const LONG_MS = 600_000;

let server: TestServer;
/**
 * Two processes of one database, each listening once: a socket for each of so many guesses would be a test of
 * sockets.
 */
let processes: Server[];
const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE });
let owner: TestPerson;
let welder: TestPerson;
let closeSecond: () => Promise<void>;
beforeAll(async () => {
  server = await testServer({ reach: REACH });
  const url = await prepareDatabase(server.ownerUrl, MIGRATIONS);
  const open = openDatabase(url, () => undefined);
  const feed = openChangeFeed(url, () => undefined);
  const second = createApp({
    open,
    feed,
    compute: server.compute,
    logger: pino({ level: 'silent' }),
    requestsPerMinute: 1_000_000,
    cookieKey: 'for tests alone',
    reach: REACH,
  });
  closeSecond = async () => {
    await feed.close();
    await open.close();
  };
  processes = [createServer(server.app), createServer(second)];
  for (const one of processes) await new Promise<void>((done) => one.listen(0, '127.0.0.1', done));
  owner = await firstOwner(server);
  welder = await join(server, owner, 'welder');
});
afterAll(async () => {
  agent.destroy();
  for (const one of processes) {
    one.closeAllConnections();
    await new Promise((done) => one.close(done));
  }
  await closeSecond();
  await server.close();
});

interface Answered {
  readonly status: number;
  readonly cookies: readonly string[];
}

/** Asks one of the processes. */
function ask(
  process: number,
  method: string,
  path: string,
  headers: Record<string, string>,
  body?: object,
): Promise<Answered> {
  // A server that listens on a port has an address of this kind; text is for sockets.
  const { port } = processes[process % 2]!.address() as AddressInfo;
  return new Promise((done, fail) => {
    const asked = httpRequest(
      {
        host: '127.0.0.1',
        port,
        method,
        path: `/api${path}`,
        agent,
        headers: { ...headers, 'Content-Type': 'application/json' },
      },
      (response) => {
        response.resume();
        response.on('end', () =>
          done({ status: response.statusCode ?? 0, cookies: response.headers['set-cookie'] ?? [] }),
        );
      },
    );
    asked.on('error', fail);
    asked.end(body && JSON.stringify(body));
  });
}

/** As a proxy passes a request on that came from an address. */
const from = (address: string): Record<string, string> => ({
  Host: HOST,
  'X-Forwarded-Proto': 'https',
  'X-Forwarded-For': address,
});
const addressOf = (count: number): string => `198.51.${Math.floor((count % ADDRESSES) / 250)}.${count % 250}`;
const guess = async (count: number, signInName: string, password: string): Promise<number> =>
  (await ask(count, 'POST', '/session', from(addressOf(count)), { signInName, password })).status;

/** Guesses without a pause, and counts what each was answered. */
async function attack(signInName: (count: number) => string): Promise<Map<number, number>> {
  const answers = new Map<number, number>();
  let next = 0;
  const work = async (): Promise<void> => {
    for (let count = next++; count < GUESSES; count = next++) {
      const status = await guess(count, signInName(count), `guess ${count}`);
      answers.set(status, (answers.get(status) ?? 0) + 1);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  return answers;
}

test(
  'of twelve hundred guesses at one person from five hundred addresses forty are looked at',
  async () => {
    const answers = await attack(() => welder.signInName);
    expect(Object.fromEntries(answers)).toEqual({ 401: 40, 429: GUESSES - 40 });
    // The right password from a stranger's browser is not looked at either; where they have signed in before they
    // come in as ever.
    expect(await guess(0, welder.signInName, PASSWORD)).toBe(429);
    await welder.agent.post('/api/session').send({ signInName: welder.signInName, password: PASSWORD }).expect(200);
    await owner.agent.post('/api/session').send({ signInName: owner.signInName, password: PASSWORD }).expect(200);
  },
  LONG_MS,
);

test('guesses at one name after another: each address is let through thirty times', async () => {
  const answers = new Map<number, number>();
  for (let count = 0; count < 100; count++) {
    const body = { signInName: `somebody-${count}`, password: 'guess' };
    const { status } = await ask(count, 'POST', '/session', from('203.0.113.9'), body);
    answers.set(status, (answers.get(status) ?? 0) + 1);
  }
  expect(Object.fromEntries(answers)).toEqual({ 401: 30, 429: 70 });
});

test('a cookie noted before the sign-in, and one kept after the sign-out, open nothing', async () => {
  const here = (Cookie: string): Record<string, string> => ({ Host: '127.0.0.1', Cookie });
  const look = async (process: number, cookie: string): Promise<number> =>
    (await ask(process, 'GET', '/jobs', here(cookie))).status;
  const fixed = 'variatum=s%3Afixed-by-a-stranger.signature';
  const { status, cookies } = await ask(0, 'POST', '/session', here(fixed), {
    signInName: owner.signInName,
    password: PASSWORD,
  });
  expect([status, await look(0, fixed)]).toEqual([200, 401]);
  const cookie = cookies.find((one) => one.startsWith('variatum='))?.split(';')[0] ?? '';
  // The other process takes it too, and none does once it was ended.
  expect([await look(0, cookie), await look(1, cookie)]).toEqual([200, 200]);
  await ask(0, 'POST', '/session/end', here(cookie), {});
  expect([await look(0, cookie), await look(1, cookie)]).toEqual([401, 401]);
});
