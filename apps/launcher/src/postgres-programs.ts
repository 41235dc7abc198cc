import { join } from 'node:path';
import { quiet, type Output } from './run';

/** Role the program uses in its private database server. */
export const ROLE = 'variatum';
/** A server that accepts a connection and then says nothing is frozen. */
const ANSWER_WITHIN_MS = 5000;
/** The database's own user may not enter every checkout; this directory it may. */
export const EVERYBODYS_DIRECTORY = '/';

const IN_ANY_CHECKOUT = { directory: EVERYBODYS_DIRECTORY } as const;

/** Runs one of PostgreSQL's programs, as root under the postgres user. */
export function postgresProgram(programs: string, name: string, args: readonly string[]): Output {
  const path = join(programs, name);
  return process.getuid?.() === 0
    ? quiet('setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', path, ...args], IN_ANY_CHECKOUT)
    : quiet(path, args, IN_ANY_CHECKOUT);
}

/** Number of the postgres user and group. */
export function postgresUser(): { readonly uid: number; readonly gid: number } {
  const id = (flag: string): number => Number(quiet('id', [flag, 'postgres']).output.trim());
  return { uid: id('-u'), gid: id('-g') };
}

/** Asks the server on a port one question. */
export function askPostgres(programs: string, port: number, secret: string, sql: string): Output {
  return quiet(
    join(programs, 'psql'),
    ['-h', '127.0.0.1', '-p', String(port), '-U', ROLE, '-d', 'postgres', '-AtX', '-v', 'ON_ERROR_STOP=1', '-c', sql],
    {
      ...IN_ANY_CHECKOUT,
      environment: { PGPASSWORD: secret, PGCONNECT_TIMEOUT: '3' },
      withinMs: ANSWER_WITHIN_MS,
    },
  );
}
