import { chmodSync, chownSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { prepareDatabase } from '../../server/src/database';
import { backup, postgresTool } from './backup';
import { databaseUrl } from './database-url';
import { certify, makeAuthority } from './network/certificates';
import { startCluster } from './private-cluster';

const PROGRAMS = '/usr/lib/postgresql/15/bin';

test.each([
  ['not an address', /is no address/],
  ['mysql://x:y@127.0.0.1/z', /must name a PostgreSQL database/],
  ['postgresql://x:y@127.0.0.1', /must name a PostgreSQL database/],
  ['postgresql://x@127.0.0.1/z', /needs the password/],
  ['postgresql://x:y@db.example/z', /add \?sslmode=verify-full/],
])('%s is refused with what would be right', (given, words) => {
  expect(() => databaseUrl({ DATABASE_URL: given })).toThrow(words);
});

test('a database on this machine, or one that says how the way is kept, is taken as it is', () => {
  expect(databaseUrl({})).toBeUndefined();
  for (const given of [
    'postgresql://x:y@127.0.0.1/z',
    'postgres://x:y@db.example:5433/z?sslmode=verify-full',
    'postgresql://x:y@db.example/z?sslmode=disable',
  ])
    expect(databaseUrl({ DATABASE_URL: given })).toBe(given);
});

test(
  'a database with transport encryption is brought up to date, served and backed up over it, and only by its own ' +
    'authority',
  async () => {
    const home = mkdtempSync('/var/tmp/variatum-tls-database-');
    chmodSync(home, 0o755);
    const cluster = await startCluster(PROGRAMS, home);
    try {
      const machine = { names: ['db.local'], addresses: ['127.0.0.1'] };
      const [authority, stranger] = [
        await makeAuthority(machine, new Date()),
        await makeAuthority(machine, new Date()),
      ];
      const own = await certify(authority, machine, new Date());
      const data = join(home, 'postgres');
      const { uid, gid } = statSync(data);
      for (const [name, text] of [
        ['server.crt', own.certificate],
        ['server.key', own.key],
      ] as const) {
        writeFileSync(join(data, name), text, { mode: 0o600 });
        chownSync(join(data, name), uid, gid);
      }
      const rootOf = (name: string, certificate: string): string => {
        writeFileSync(join(home, name), certificate);
        return join(home, name);
      };
      for (const sql of ['alter system set ssl = on', 'select pg_reload_conf()'])
        await postgresTool(PROGRAMS, 'psql', cluster.url, ['-AtX', '-c', sql]);
      const url = `${cluster.url}?sslmode=verify-full&sslrootcert=${rootOf('authority.crt', authority.certificate)}`;
      const ask = (over: string) =>
        postgresTool(PROGRAMS, 'psql', over, [
          '-AtX',
          '-c',
          'select ssl from pg_stat_ssl where pid = pg_backend_pid()',
        ]);
      // The server takes the certificate up when it gets round to it.
      let { output } = await ask(url);
      for (let tries = 0; tries < 100 && output.trim() !== 't'; tries++) ({ output } = await ask(url));
      expect(output.trim()).toBe('t');
      const served = await prepareDatabase(url, resolve('apps/server/migrations'));
      expect(served).toContain('sslmode=verify-full');
      expect((await ask(served)).output.trim()).toBe('t');
      expect((await backup(PROGRAMS, url, join(home, 'x.dump'))).bytes).toBeGreaterThan(1000);
      const wrong = `${cluster.url}?sslmode=verify-full&sslrootcert=${rootOf('stranger.crt', stranger.certificate)}`;
      expect((await ask(wrong)).code).not.toBe(0);
      await expect(prepareDatabase(wrong, resolve('apps/server/migrations'))).rejects.toThrow(/certificate|verify/i);
      expect(readFileSync(join(home, 'log', 'postgres.log'), 'utf8')).not.toContain('PANIC');
    } finally {
      cluster.stop();
      rmSync(home, { recursive: true, force: true });
    }
  },
);
