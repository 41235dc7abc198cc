import { randomBytes } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { postgresProgram, postgresUser, ROLE } from './postgres-programs';
import { inWords, PlainError, say } from './say';

/** Where the files of the private database server lie. */
export interface ClusterFiles {
  readonly data: string;
  readonly log: string;
  readonly secret: string;
}

const complete = (data: string): boolean =>
  existsSync(join(data, 'PG_VERSION')) && existsSync(join(data, 'global', 'pg_control'));

/**
 * The files of the database of a data directory, made the first time. They are made aside and put in place when they
 * are complete, so that what stands in place is never half made; and what was not made just now is never taken away,
 * whatever it looks like.
 * @param beginsAnew whether an empty one is made even where there was one before
 * @throws PlainError when they are damaged, have gone, or cannot be made
 */
export function clusterFiles(programs: string, home: string, beginsAnew = false): ClusterFiles {
  const data = join(home, 'postgres');
  const passwordFile = join(home, 'password');
  const log = join(home, 'log', 'postgres.log');
  if (!existsSync(data) || readdirSync(data).length === 0) {
    if (!beginsAnew && hadDatabase(home, log)) throw goneError(home, data);
    create(programs, home, data, passwordFile);
  }
  if (!complete(data))
    throw new PlainError(
      `the database in ${data} is damaged or not complete; nothing in it was touched. Put it back from a copy, ` +
        `or move ${home} away to begin anew.`,
    );
  mkdirSync(join(home, 'log'), { recursive: true });
  giveToPostgres(join(home, 'log'));
  let secret: string;
  try {
    secret = readFileSync(passwordFile, 'utf8').trim();
  } catch (error) {
    throw new PlainError(
      `the password of the database cannot be read: ${inWords(error)}. Put ${passwordFile} back from a copy; the ` +
        `data itself in ${data} is untouched.`,
    );
  }
  return { data, log, secret };
}

/** Whether a database has run here before: it has written its report, or backups of it are kept. */
function hadDatabase(home: string, log: string): boolean {
  const backups = join(home, 'backups');
  return existsSync(log) || (existsSync(backups) && readdirSync(backups).length > 0);
}

/** The database is not where it was. */
export class DatabaseGoneError extends PlainError {}

const goneError = (home: string, data: string): DatabaseGoneError =>
  new DatabaseGoneError(
    `there was a database in ${home}, and it has gone: ${data} is empty or not there. Put it back from a copy; ` +
      'or begin with an empty one by --begin-anew, then ./variatum restore FILE',
  );

function giveToPostgres(...paths: readonly string[]): void {
  if (process.getuid?.() !== 0) return;
  const { uid, gid } = postgresUser();
  for (const path of paths) chownSync(path, uid, gid);
}

function create(programs: string, home: string, data: string, passwordFile: string): void {
  say('creating a private database');
  const aside = mkdtempSync(join(home, 'postgres-being-made-'));
  const asidePassword = `${aside}.password`;
  try {
    writeFileSync(asidePassword, randomBytes(24).toString('hex'), { mode: 0o600 });
    giveToPostgres(aside, asidePassword);
    chmodSync(aside, 0o700);
    const result = postgresProgram(programs, 'initdb', [
      '-D',
      aside,
      '-U',
      ROLE,
      '-E',
      'UTF8',
      '--locale=C.UTF-8',
      '--auth=scram-sha-256',
      `--pwfile=${asidePassword}`,
    ]);
    if (result.code !== 0)
      throw new PlainError(`the database could not be created: ${lastWords(`${result.output}\n${result.said}`)}`);
    // Should the files of the one before come back, they want the password they were made with.
    if (existsSync(passwordFile)) renameSync(passwordFile, `${passwordFile}.before`);
    renameSync(asidePassword, passwordFile);
    renameSync(aside, data);
  } catch (error) {
    // Made by this very call a moment ago, and by nobody else.
    rmSync(aside, { recursive: true, force: true });
    rmSync(asidePassword, { force: true });
    throw error;
  }
}

/** The line of a program's output that says why it gave up. */
export function lastWords(output: string): string {
  const lines = output.trim().split('\n');
  const reason = lines.findLast((line) => /FATAL|PANIC|error|could not/i.test(line)) ?? lines.at(-1) ?? '';
  if (/No space left/i.test(output)) return 'the disk is full; make room and start again';
  return reason.replace(/^.*(FATAL|PANIC|error): */i, '').trim();
}
