import { spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { lockHolder, servesDirectory } from './cluster-process';
import { postgresProgram } from './postgres-programs';
import { startCluster, type Cluster } from './private-cluster';

const PROGRAMS = '/usr/lib/postgresql/15/bin';

let home: string;
let data: string;
let cluster: Cluster | undefined;
beforeAll(() => {
  home = mkdtempSync('/var/tmp/variatum-cluster-');
  chmodSync(home, 0o755);
  data = join(home, 'postgres');
});
afterAll(() => {
  cluster?.stop();
  rmSync(home, { recursive: true, force: true });
});

const start = async (): Promise<Cluster> => (cluster = await startCluster(PROGRAMS, home, 'kept'));
const ask = (sql: string): string => {
  const url = new URL(cluster?.url ?? '');
  const { output } = postgresProgram(PROGRAMS, 'psql', ['-AtXc', sql, url.href]);
  return output.trim();
};
const serverPid = (): number => lockHolder(data)?.pid ?? 0;
const gone = async (pid: number): Promise<void> => {
  while (servesDirectory(pid, data)) await new Promise((resolve) => setTimeout(resolve, 20));
};

test('is made whole, taken over while it runs, and keeps what it holds after its server was killed', async () => {
  await start();
  ask('create table kept (n int)');
  ask('insert into kept values (7)');
  expect(readdirSync(home).filter((name) => name.includes('being-made'))).toEqual([]);
  const pid = serverPid();
  const again = await start();
  expect([serverPid(), again.alive()]).toEqual([pid, true]);

  process.kill(pid, 'SIGKILL');
  await gone(pid);
  expect(again.alive()).toBe(false);
  await start();
  expect([ask('select n from kept'), cluster?.alive()]).toEqual(['7', true]);
});

test('starts although its lock file names a process that is another one, or only the remains of one', async () => {
  cluster?.stop();
  const zombie = spawn('sh', ['-c', 'sleep 0 & exec sleep 60']);
  await new Promise((resolve) => zombie.once('spawn', resolve));
  const remains = async (): Promise<number> => {
    for (;;) {
      const [child] = readFileSync(`/proc/${zombie.pid}/task/${zombie.pid}/children`, 'utf8').trim().split(' ');
      if (child && / Z /.test(readFileSync(`/proc/${child}/stat`, 'utf8'))) return Number(child);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  };
  for (const pid of [process.pid, await remains()]) {
    writeFileSync(join(data, 'postmaster.pid'), `${pid}\n${data}\n1700000000\n54329\n\n127.0.0.1\n`);
    await start();
    expect(ask('select n from kept')).toBe('7');
    cluster?.stop();
  }
  zombie.kill();
});

test('what is damaged or half there is never taken away', async () => {
  const hidden = join(home, 'kept-aside');
  renameSync(join(data, 'PG_VERSION'), hidden);
  await expect(start()).rejects.toThrow(/damaged or not complete; nothing in it was touched/);
  expect(existsSync(join(data, 'global', 'pg_control'))).toBe(true);
  renameSync(hidden, join(data, 'PG_VERSION'));

  const password = join(home, 'password');
  renameSync(password, hidden);
  await expect(start()).rejects.toThrow(/password of the database cannot be read: .*password.* is untouched/);
  renameSync(hidden, password);
  await start();
  expect(ask('select n from kept')).toBe('7');
});

test('a start that fails leaves no server running', async () => {
  cluster?.stop();
  writeFileSync(join(home, 'password.right'), readFileSync(join(home, 'password')));
  writeFileSync(join(home, 'password'), 'not the one');
  await expect(start()).rejects.toThrow(/the database does not start/);
  expect(servesDirectory(serverPid(), data)).toBe(false);
  renameSync(join(home, 'password.right'), join(home, 'password'));
  await start();
  expect(ask('select n from kept')).toBe('7');
});

test('is asked and answers from a directory its user may not enter', async () => {
  const closed = mkdtempSync('/var/tmp/variatum-closed-');
  chmodSync(closed, 0o700);
  const before = process.cwd();
  process.chdir(closed);
  try {
    await start();
    expect(ask('select 1')).toBe('1');
  } finally {
    process.chdir(before);
    rmSync(closed, { recursive: true, force: true });
  }
});

test('a database that has gone is not made anew unasked, and is when that is said', async () => {
  cluster?.stop();
  const aside = `${data}-aside`;
  renameSync(data, aside);
  try {
    await expect(start()).rejects.toThrow(/there was a database in .*, and it has gone/);
    expect(existsSync(data)).toBe(false);
    cluster = await startCluster(PROGRAMS, home, 'kept', undefined, true);
    expect(ask("select count(*) from pg_tables where tablename = 'kept'")).toBe('0');
  } finally {
    cluster?.stop();
    cluster = undefined;
    rmSync(data, { recursive: true, force: true });
    renameSync(aside, data);
  }
});
