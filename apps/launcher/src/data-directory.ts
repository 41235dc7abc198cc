import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { quiet } from './run';
import { inWords, PlainError, say } from './say';

const asPostgres = (args: readonly string[]): number =>
  quiet('setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', ...args]).code;

/**
 * Makes a directory and those above it one by one: made in one go, some places where nothing can be made hold the call
 * for ever.
 */
function makeAll(directory: string): void {
  if (existsSync(directory)) return;
  makeAll(dirname(directory));
  mkdirSync(directory, { mode: 0o755 });
}

function make(directory: string): void {
  try {
    makeAll(directory);
    accessSync(directory, constants.W_OK | constants.X_OK);
  } catch (error) {
    throw new PlainError(`no data can be kept in ${directory}: ${inWords(error)}`);
  }
}

/**
 * Directory for the private database, made when it is missing. As root the database runs as the unprivileged postgres
 * user, which must be able to pass every folder above: where it cannot, a directory under /var/tmp stands in.
 * @param wanted directory asked for; undefined: `.variatum` in the checkout
 * @throws PlainError when it cannot be made or written to
 */
export function dataDirectory(root: string, wanted: string | undefined): string {
  const directory = wanted === undefined ? join(root, '.variatum') : resolve(wanted);
  make(directory);
  if (process.getuid?.() !== 0 || asPostgres(['test', '-x', directory]) === 0) return directory;
  if (wanted !== undefined)
    throw new PlainError(
      `the postgres user cannot enter ${directory}: a folder on the way to it is closed to it; choose another ` +
        '--data-dir, for example under /var/tmp',
    );
  const name = createHash('sha256').update(root).digest('hex').slice(0, 12);
  const standIn = join('/var/tmp', `variatum-${name}`);
  make(standIn);
  say(`the postgres user cannot enter this checkout; data is kept in ${standIn}`);
  return standIn;
}
