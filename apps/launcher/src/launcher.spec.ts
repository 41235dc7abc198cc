import { mkdirSync, mkdtempSync, readFileSync, writeFileSync, existsSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BackOff } from './back-off';
import { lastWords } from './cluster-files';
import { dataDirectory } from './data-directory';
import { readFlags } from './flags';
import { askedPort, freePort } from './free-port';
import { claim } from './lock';
import { processIdentity } from './process-identity';
import { inWords } from './say';

describe('flags', () => {
  test('are read with a space or an equals sign', () => {
    expect(readFlags(['--port', '4300', '--data-dir=/srv/x', '--fresh', 'core'], {})).toMatchObject({
      port: 4300,
      dataDir: '/srv/x',
      fresh: true,
      processes: 1,
      rest: ['core'],
    });
  });
  test('the environment stands in, a flag goes before it', () => {
    expect(
      readFlags([], { VARIATUM_PORT: '5000', VARIATUM_DATA_DIR: '/a', VARIATUM_HOSTS: 'a.example, b.example' }),
    ).toMatchObject({
      port: 5000,
      dataDir: '/a',
      hosts: ['a.example', 'b.example'],
    });
    expect(readFlags(['--port', '6000'], { VARIATUM_PORT: '5000' }).port).toBe(6000);
  });
  test('of the network stand together', () => {
    expect(
      readFlags(
        ['--listen', '0.0.0.0', '--host', 'a.example', '--host=b.example', '--behind-proxy', '10.0.0.1,10.1.0.0/16'],
        {},
      ),
    ).toMatchObject({ listen: '0.0.0.0', hosts: ['a.example', 'b.example'], proxies: ['10.0.0.1', '10.1.0.0/16'] });
  });
  test.each([
    [['--port'], '--port needs a value'],
    [['--port', '--fresh'], '--port needs a value'],
    [['--port', '0'], '--port takes a whole number'],
    [['--port', '70000'], '--port takes a whole number'],
    [['--port', 'http'], '--port takes a whole number'],
    [['--processes', '2.5'], '--processes takes a whole number from 1 to 64'],
    [['--colour'], '--colour is no flag'],
    [['--listen', 'shop'], '--listen takes an address'],
    [['--listen', '10.0.0.1', '--key', 'k'], 'belong together'],
    [['--certificate', 'c', '--key', 'k'], 'is for --listen'],
    [['--behind-proxy', '10.0.0.1'], '--behind-proxy needs --host'],
    [['--behind-proxy', 'proxy', '--host', 'a.example'], 'addresses of the proxies'],
  ])('%j: say what is wrong', (args, words) => {
    expect(() => readFlags(args, {})).toThrow(words);
  });
});

test('a taken port is passed over, and refused when it was asked for', async () => {
  const taken = createServer();
  const port = await new Promise<number>((resolve) =>
    taken.listen(0, '127.0.0.1', () => resolve((taken.address() as AddressInfo).port)),
  );
  expect(await freePort(port)).not.toBe(port);
  await expect(askedPort(port)).rejects.toThrow(`port ${port} is taken by another program`);
  await new Promise((resolve) => taken.close(resolve));
  expect(await freePort(port)).toBe(port);
  expect(await askedPort(port)).toBe(port);
});

describe('claim on a data directory', () => {
  const newHome = (): string => mkdtempSync(join(tmpdir(), 'variatum-claim-'));
  const claimFile = (home: string): string => join(home, 'launcher.pid');
  const claimOf = (pid: number, identity: string | undefined, directory: string): string =>
    JSON.stringify({ pid, identity, directory });

  test('is given back', () => {
    const home = newHome();
    const release = claim(home);
    expect(JSON.parse(readFileSync(claimFile(home), 'utf8'))).toMatchObject({ pid: process.pid, directory: home });
    release();
    expect(existsSync(claimFile(home))).toBe(false);
  });

  test('of a living process holds', () => {
    const home = newHome();
    writeFileSync(claimFile(home), claimOf(process.ppid, processIdentity(process.ppid), home));
    expect(() => claim(home)).toThrow(`already running on ${home} as process ${process.ppid}`);
  });

  test('of a process that is gone, another with its number, another directory or nothing does not hold', () => {
    for (const left of [
      '999999999',
      'nonsense',
      '',
      'null',
      claimOf(999_999_999, 'x', ''),
      claimOf(process.ppid, 'an earlier boot 17', ''),
    ]) {
      const home = newHome();
      writeFileSync(claimFile(home), left.replace('"directory":""', `"directory":"${home}"`));
      expect(() => claim(home)()).not.toThrow();
    }
    const copy = newHome();
    writeFileSync(claimFile(copy), claimOf(process.ppid, processIdentity(process.ppid), '/somewhere/else'));
    expect(() => claim(copy)()).not.toThrow();
  });
});

describe('a process', () => {
  test('is told from any other that had its number, and from what is not there', () => {
    expect(processIdentity(process.pid)).toBe(processIdentity(process.pid));
    expect(processIdentity(process.pid)).not.toBe(processIdentity(1));
    for (const pid of [0, -1, 1.5, 999_999_999]) expect(processIdentity(pid)).toBeUndefined();
  });
});

test('pauses grow while something fails, and begin anew after it has held', () => {
  const tries = new BackOff(5000, 60_000);
  expect([0, 1, 2, 3, 4].map((second) => tries.next(second * 1000))).toEqual([1000, 2000, 4000, 5000, 5000]);
  expect(tries.next(100_000)).toBe(1000);
});

describe('what went wrong is said in words', () => {
  const system = (code: string): Error => Object.assign(new Error(`${code}: …`), { code, path: '/srv/x' });
  test.each(['EACCES', 'EROFS', 'ENOSPC', 'ENOTDIR', 'EEXIST'])('%s', (code) => {
    expect(inWords(system(code))).toMatch(/^\/srv\/x cannot be used: .+ --data-dir$/);
  });
  test('what has no words yet is said without the places in the program', () => {
    expect(inWords(new TypeError('x is not a function'))).toBe(
      'this went wrong and has no better words yet: x is not a function',
    );
  });
  test('of the database, the line that matters', () => {
    expect(lastWords('LOG: one\nFATAL:  lock file is empty\nHINT: x')).toBe('lock file is empty');
    expect(lastWords('could not write: No space left on device')).toMatch(/disk is full/);
  });
});

test('a data directory that cannot be made is refused by its name', () => {
  const home = mkdtempSync(join(tmpdir(), 'variatum-home-'));
  writeFileSync(join(home, 'file'), '');
  mkdirSync(join(home, 'there'));
  expect(() => dataDirectory('/', join(home, 'file', 'data'))).toThrow(
    /no data can be kept in .*file\/data: .*file\/data cannot be used: .*not a directory/,
  );
  expect(() => dataDirectory('/', '/proc/variatum')).toThrow(/no data can be kept in \/proc\/variatum:/);
  // The one that was asked for, not the folder above that could not be made.
  expect(() => dataDirectory('/', '/proc/variatum/deep/data')).toThrow(
    /no data can be kept in \/proc\/variatum\/deep\/data:/,
  );
});
