import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { prepareDatabase } from '../../server/src/database';
import { backup } from './backup';
import { doctor, linesOf } from './doctor';
import { backupsDirectory, beforeMigration, nightly, superfluous } from './kept-backups';
import { startCluster, type Cluster } from './private-cluster';
import { restore } from './restore';
import { withDatabase } from './with-database';

const PROGRAMS = '/usr/lib/postgresql/15/bin';
const ROOT = resolve('.');
const MIGRATIONS = resolve('apps/server/migrations');
const SHOP = '00000000-0000-4000-8000-000000000001';

let home: string;
let cluster: Cluster;
const clients: pg.Client[] = [];
beforeAll(async () => {
  home = mkdtempSync('/var/tmp/variatum-backup-');
  chmodSync(home, 0o755);
  cluster = await startCluster(PROGRAMS, home);
  await prepareDatabase(cluster.url, MIGRATIONS);
  await run(`insert into workshop (id, name) values ('${SHOP}', 'W')`);
});
afterAll(() => {
  cluster.stop();
  rmSync(home, { recursive: true, force: true });
});
afterEach(async () => {
  for (const client of clients.splice(0)) await client.end();
});

async function connect(): Promise<pg.Client> {
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  clients.push(client);
  return client;
}
async function run(sql: string, url = cluster.url): Promise<Record<string, unknown>[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Record<string, unknown>>(sql)).rows;
  } finally {
    await client.end();
  }
}
/** A job with a piece, in one transaction: whoever sees one without the other sees a moment that never was. */
const pair = `with j as (insert into job (id, workshop_id, title, state, stage)
  values (gen_random_uuid(), '${SHOP}', 'J', 'bench', 'job') returning id)
  insert into piece (id, workshop_id, job_id, position, name, kind)
  select gen_random_uuid(), '${SHOP}', id, 0, 'P', 'base' from j`;
const file = (name: string): string => join(home, `${name}.dump`);

test('a backup under write load is one moment, comes back as it was, and keeps what was there beside it', async () => {
  const writer = await connect();
  let [writing, written] = [true, 0];
  const load = (async () => {
    // A foreign key of two statements: deferred to their common end, it is only ever seen whole.
    while (writing) {
      await writer.query('begin');
      const { rows } = await writer.query<{ id: string }>(
        `insert into job (id, workshop_id, title, state, stage) values (gen_random_uuid(), '${SHOP}', 'J', ` +
          "'bench', 'job') returning id",
      );
      await writer.query(
        `insert into piece (id, workshop_id, job_id, position, name, kind) values (gen_random_uuid(), '${SHOP}', ` +
          "$1, 0, 'P', 'base')",
        [rows[0]?.id],
      );
      await writer.query('commit');
      written++;
    }
  })();
  while (written < 20) await new Promise((done) => setTimeout(done, 5));
  const made = await backup(PROGRAMS, cluster.url, file('load'));
  writing = false;
  await load;
  await Promise.all(clients.splice(0).map((client) => client.end()));
  expect(made.bytes).toBeGreaterThan(1000);
  expect(readdirSync(home).filter((name) => name.includes('being-written'))).toEqual([]);
  const { jobs, before } = await restore(PROGRAMS, ROOT, cluster.url, made.file, 'first');
  expect(jobs).toBeGreaterThanOrEqual(20);
  expect(jobs).toBeLessThanOrEqual(written);
  const [counted] = await run(
    'select (select count(*)::int from job) as jobs, (select count(*)::int from piece) as pieces, (select ' +
      'count(*)::int from job j where not exists (select 1 from piece where job_id = j.id)) as alone',
  );
  expect(counted).toEqual({ jobs, pieces: jobs, alone: 0 });
  // Row-level security and triggers came along; the program is served again after its next start.
  await prepareDatabase(cluster.url, MIGRATIONS);
  expect(await run(`select relrowsecurity from pg_class where relname = 'job'`)).toEqual([{ relrowsecurity: true }]);
  expect(await run(`select datname from pg_database where datname = '${before}'`)).toHaveLength(1);
  await restore(PROGRAMS, ROOT, cluster.url, made.file, 'second');
  expect(
    (await run(`select datname from pg_database where datname like 'variatum_before_%'`)).map(({ datname }) => datname),
  ).toEqual(['variatum_before_second']);
});

test('what is damaged, of something else, newer or not there is refused, and everything is as before', async () => {
  await run(pair);
  const { file: whole } = await backup(PROGRAMS, cluster.url, file('whole'));
  const bytes = readFileSync(whole);
  const count = async (): Promise<unknown> => (await run('select count(*)::int as n from job'))[0]?.['n'];
  const jobs = await count();
  const refused = async (name: string, content: Buffer, why: RegExp): Promise<void> => {
    writeFileSync(file(name), content);
    await expect(restore(PROGRAMS, ROOT, cluster.url, file(name), 'never')).rejects.toThrow(why);
    expect(await count()).toBe(jobs);
  };
  await refused('cut', bytes.subarray(0, Math.floor(bytes.length * 0.6)), /damaged or no backup/);
  const bent = Buffer.from(bytes);
  bent.fill(0x55, Math.floor(bytes.length * 0.55), Math.floor(bytes.length * 0.55) + 400);
  await refused('bent', bent, /damaged or no backup|cannot be restored/);
  await refused('text', Buffer.from('not a backup'), /damaged or no backup/);
  await expect(restore(PROGRAMS, ROOT, cluster.url, file('nowhere'), 'never')).rejects.toThrow(/is not there/);
  await expect(backup(PROGRAMS, cluster.url, whole)).rejects.toThrow(/is there already/);
  // Made by a program that knows more than this one.
  await run(`insert into drizzle.__drizzle_migrations (hash, created_at) values ('x', 99999999999999)`);
  const { file: newer } = await backup(PROGRAMS, cluster.url, file('newer'));
  await run('delete from drizzle.__drizzle_migrations where created_at = 99999999999999');
  await expect(restore(PROGRAMS, ROOT, cluster.url, newer, 'never')).rejects.toThrow(/newer program/);
  expect(await run(`select datname from pg_database where datname like '%being_restored'`)).toEqual([]);
});

test('a backup a day is made and kept, one a week of those before, and one before the tables change', async () => {
  const directory = backupsDirectory(home);
  const now = new Date('2026-03-10T02:00:00Z');
  expect(await nightly(PROGRAMS, cluster.url, home, now)).toMatchObject({
    file: join(directory, 'variatum-2026-03-10T020000.dump'),
  });
  utimesSync(join(directory, 'variatum-2026-03-10T020000.dump'), now, now);
  expect(await nightly(PROGRAMS, cluster.url, home, new Date(now.getTime() + 23 * 3600_000))).toBeNull();
  expect(await nightly(PROGRAMS, cluster.url, home, new Date(now.getTime() + 25 * 3600_000))).not.toBeNull();
  const days = Array.from({ length: 60 }, (_, day) => ({ at: now.getTime() - day * 86_400_000 }));
  const gone = new Set(superfluous(days));
  const left = days.filter((one) => !gone.has(one));
  expect(left.slice(0, 7)).toEqual(days.slice(0, 7));
  expect(left).toHaveLength(11);
  // Nothing is about to change; then a step is missing.
  expect(await beforeMigration(PROGRAMS, ROOT, cluster.url, home, now)).toBeNull();
  const [last] = await run('select max(created_at) as at from drizzle.__drizzle_migrations');
  await run(`delete from drizzle.__drizzle_migrations where created_at = ${String(last?.['at'])}`);
  expect((await beforeMigration(PROGRAMS, ROOT, cluster.url, home, now))?.file).toContain('before-');
  await run(`insert into drizzle.__drizzle_migrations (hash, created_at) values ('again', ${String(last?.['at'])})`);
});

/** Migrations as they were before there were people. */
function migrationsBeforePeople(): string {
  const folder = join(home, 'migrations-before-people');
  cpSync(MIGRATIONS, folder, { recursive: true });
  const journal = join(folder, 'meta/_journal.json');
  const { entries, ...rest } = JSON.parse(readFileSync(journal, 'utf8')) as { entries: { tag: string }[] };
  const before = entries.slice(
    0,
    entries.findIndex(({ tag }) => tag.endsWith('_people')),
  );
  writeFileSync(journal, JSON.stringify({ ...rest, entries: before }));
  return folder;
}

test('ten thousand jobs from before there were people come along, and go back by the backup made', async () => {
  await run('create database before_people');
  const url = new URL(cluster.url);
  url.pathname = '/before_people';
  await prepareDatabase(url.href, migrationsBeforePeople());
  await run(
    `insert into workshop (id, name) values ('${SHOP}', 'W');
     insert into job (id, workshop_id, title, state, stage)
       select gen_random_uuid(), '${SHOP}', 'Job ' || n, 'bench', 'job' from generate_series(1, 10000) n;
     insert into piece (id, workshop_id, job_id, position, name, kind)
       select gen_random_uuid(), '${SHOP}', id, 0, 'P', 'base' from job;
     insert into field_test (id, workshop_id, piece_id, entry)
       select gen_random_uuid(), '${SHOP}', id, '{"test":"chips","outcome":"short"}' from piece`,
    url.href,
  );
  /** What stands in all rows, whatever columns came since. */
  const content = async (): Promise<unknown> =>
    (
      await run(
        `select count(*)::int as tests, md5(string_agg(j.id::text || j.title || p.id || p.name || t.entry::text, ''
          order by t.id)) as all
         from field_test t join piece p on p.id = t.piece_id join job j on j.id = p.job_id`,
        url.href,
      )
    )[0];
  const had = await content();
  expect(had).toMatchObject({ tests: 10_000 });
  const kept = await beforeMigration(PROGRAMS, ROOT, url.href, home, new Date());
  await prepareDatabase(url.href, MIGRATIONS);
  expect(await content()).toEqual(had);
  expect(await run('select count(made_by)::int as n from job', url.href)).toEqual([{ n: 0 }]);
  await restore(PROGRAMS, ROOT, url.href, kept?.file ?? '', 'back');
  expect(await content()).toEqual(had);
  expect(await run(`select to_regclass('person') as there`, url.href)).toEqual([{ there: null }]);
  // And forward once more.
  await prepareDatabase(url.href, MIGRATIONS);
  expect(await content()).toEqual(had);
});

test('the doctor says how everything stands, and what to do', async () => {
  const good = await doctor(PROGRAMS, ROOT, home);
  expect(good.find(({ what }) => what === 'database')?.words).toMatch(/^answers at 127\.0\.0\.1:\d+/);
  expect(good.filter(({ level }) => level === 'bad')).toEqual([]);
  process.env['DATABASE_URL'] = `${cluster.url}-that-is-not-there`;
  expect(linesOf(await doctor(PROGRAMS, ROOT, home))).toMatch(/BAD {4}database .*does not answer.*\n.*DATABASE_URL/);
  delete process.env['DATABASE_URL'];
  const late = await doctor(PROGRAMS, ROOT, home, Date.now() + 9 * 86_400_000);
  expect(linesOf(late)).toMatch(/BAD {4}backups.*9 days old\n.*run \.\/variatum backup/);
  await run(`insert into drizzle.__drizzle_migrations (hash, created_at) values ('x', 99999999999999)`);
  expect(linesOf(await doctor(PROGRAMS, ROOT, home))).toContain('those of a newer program');
  await run('delete from drizzle.__drizzle_migrations where created_at = 99999999999999');
  const empty = mkdtempSync('/var/tmp/variatum-doctor-');
  expect((await doctor(PROGRAMS, ROOT, empty)).map(({ what, level }) => [what, level])).toContainEqual([
    'database',
    'watch',
  ]);
  mkdirSync(join(empty, 'x'));
  rmSync(empty, { recursive: true });
});

test('a database that does not run is started for it and stopped again; one that is not there is said', async () => {
  cluster.stop();
  const answer = await withDatabase(PROGRAMS, home, true, (url) => backup(PROGRAMS, url, file('aside')));
  expect(existsSync(answer.file)).toBe(true);
  const empty = mkdtempSync('/var/tmp/variatum-empty-');
  await expect(withDatabase(PROGRAMS, empty, false, () => Promise.resolve())).rejects.toThrow(/there is no database/);
  rmSync(empty, { recursive: true });
  cluster = await startCluster(PROGRAMS, home);
});
