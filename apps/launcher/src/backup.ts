import { spawn } from 'node:child_process';
import { closeSync, existsSync, fsyncSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { lastWords } from './cluster-files';
import type { Output } from './run';
import { inWords, PlainError } from './say';

/** So much of what a program says is kept, characters. */
const MOST_KEPT = 200_000;
/** What passes: who is signed in, and how often who asked. */
const NOT_KEPT = ['signed_in', 'request_count'];

/** Runs one of PostgreSQL's programs against a database, beside whatever else this process does. */
export function postgresTool(programs: string, name: string, url: string, args: readonly string[]): Promise<Output> {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const [mode, authority] = [searchParams.get('sslmode'), searchParams.get('sslrootcert')];
  const where = {
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: pathname.slice(1),
    ...(mode === null ? {} : { PGSSLMODE: mode }),
    ...(authority === null ? {} : { PGSSLROOTCERT: authority }),
  };
  return new Promise((done, fail) => {
    const child = spawn(join(programs, name), args, {
      env: { ...process.env, ...where },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let [output, said] = ['', ''];
    const add = (text: string, chunk: Buffer): string => (text + chunk.toString()).slice(-MOST_KEPT);
    child.stdout.on('data', (chunk: Buffer) => (output = add(output, chunk)));
    child.stderr.on('data', (chunk: Buffer) => (said = add(said, chunk)));
    child.on('error', fail);
    child.on('close', (code) => done({ code: code ?? 1, output, said }));
  });
}

/** A backup that was written and read again. */
export interface Backup {
  readonly file: string;
  readonly bytes: number;
}

/**
 * Writes all of a database as it stands at one moment, whatever is written meanwhile, and reads what was written again
 * before it counts. What stands under the name is always whole.
 * @throws PlainError when it cannot be written, or what was written cannot be read
 */
export async function backup(programs: string, url: string, wanted: string): Promise<Backup> {
  const file = resolve(wanted);
  if (existsSync(file)) throw new PlainError(`${file} is there already; give another name, nothing was written over`);
  const part = `${file}.being-written`;
  try {
    closeSync(openSync(part, 'w', 0o600));
  } catch (error) {
    throw new PlainError(inWords(error).replace('choose another --data-dir', 'choose another place'));
  }
  try {
    const kept = NOT_KEPT.map((table) => `--exclude-table-data=${table}`);
    const dumped = await postgresTool(programs, 'pg_dump', url, ['--format=custom', ...kept, `--file=${part}`]);
    if (dumped.code !== 0) throw new PlainError(`the backup could not be written: ${lastWords(dumped.said)}`);
    await readThrough(programs, url, part);
    const handle = openSync(part, 'r');
    fsyncSync(handle);
    closeSync(handle);
    renameSync(part, file);
    return { file, bytes: statSync(file).size };
  } finally {
    rmSync(part, { force: true });
  }
}

/** Reads every row of a backup. @throws PlainError when it is damaged */
export async function readThrough(programs: string, url: string, file: string): Promise<void> {
  const { code, said } = await postgresTool(programs, 'pg_restore', url, ['--file=/dev/null', file]);
  if (code !== 0) throw new PlainError(`${file} is damaged or no backup: ${lastWords(said)}`);
}
