import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Program } from './program';

/** Runs SQL in the database of a running program, for what no person could type in the time of a test. */
export function runSql({ dataDirectory }: Program, database: string, sql: string): string {
  const [newest] = readdirSync('/usr/lib/postgresql').sort((a, b) => Number(b) - Number(a));
  const port = readFileSync(join(dataDirectory, 'postgres/postmaster.pid'), 'utf8').split('\n')[3] ?? '';
  return execFileSync(
    join('/usr/lib/postgresql', newest ?? '', 'bin/psql'),
    ['-h', '127.0.0.1', '-p', port, '-U', 'variatum', '-d', database, '-AtX', '-v', 'ON_ERROR_STOP=1', '-c', sql],
    { env: { PGPASSWORD: readFileSync(join(dataDirectory, 'password'), 'utf8') }, encoding: 'utf8' },
  ).trim();
}
