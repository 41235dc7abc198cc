import { mkdtempSync, readFileSync, writeFileSync, existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFlags } from './flags';
import { freePort } from './free-port';
import { claim } from './lock';

describe('flags', () => {
  test('are read with a space or an equals sign', () => {
    expect(readFlags(['--port', '4300', '--data-dir=/srv/x', '--fresh'], {})).toEqual({
      port: 4300,
      dataDir: '/srv/x',
      fresh: true,
      rest: [],
    });
  });
  test('the environment stands in, a flag goes before it', () => {
    expect(readFlags([], { VARIATUM_PORT: '5000', VARIATUM_DATA_DIR: '/a' })).toMatchObject({
      port: 5000,
      dataDir: '/a',
    });
    expect(readFlags(['--port', '6000'], { VARIATUM_PORT: '5000' }).port).toBe(6000);
  });
  test('say what is wrong', () => {
    expect(() => readFlags(['--port'], {})).toThrow('--port needs a value');
    for (const port of ['0', '70000', 'http', '4.5'])
      expect(() => readFlags(['--port', port], {})).toThrow(/whole number/);
    expect(readFlags(['--colour'], {}).rest).toEqual(['--colour']);
  });
});

test('a taken port is passed over', async () => {
  const taken = createServer();
  const port = await new Promise<number>((resolve) =>
    taken.listen(0, '127.0.0.1', () => resolve((taken.address() as { port: number }).port)),
  );
  expect(await freePort(port)).not.toBe(port);
  await new Promise((resolve) => taken.close(resolve));
  expect(await freePort(port)).toBe(port);
});

describe('claim on a data directory', () => {
  test('is given back', () => {
    const home = mkdtempSync(join(tmpdir(), 'variatum-claim-'));
    const release = claim(home);
    expect(readFileSync(join(home, 'launcher.pid'), 'utf8')).toBe(String(process.pid));
    release();
    expect(existsSync(join(home, 'launcher.pid'))).toBe(false);
  });
  test('of a process that is gone, or that is another program, does not hold', () => {
    const home = mkdtempSync(join(tmpdir(), 'variatum-claim-'));
    for (const pid of ['999999999', String(process.ppid), 'nonsense']) {
      writeFileSync(join(home, 'launcher.pid'), pid);
      expect(() => claim(home)()).not.toThrow();
    }
  });
});
