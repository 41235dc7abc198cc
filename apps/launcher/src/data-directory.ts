import { createHash } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { quiet } from './run';
import { PlainError, say } from './say';

const asPostgres = (args: readonly string[]): number =>
  quiet('setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', ...args]).code;

/**
 * Directory for the private database, made when it is missing. As root the database runs as the unprivileged postgres user,
 * which must be able to pass every folder above: where it cannot, a directory under /var/tmp stands in.
 * @param wanted directory asked for; undefined: `.variatum` in the checkout
 */
export function dataDirectory(root: string, wanted: string | undefined): string {
  const directory = wanted === undefined ? join(root, '.variatum') : resolve(wanted);
  mkdirSync(directory, { recursive: true, mode: 0o755 });
  if (process.getuid?.() !== 0 || asPostgres(['test', '-x', directory]) === 0) return directory;
  if (wanted !== undefined)
    throw new PlainError(
      `the postgres user cannot enter ${dirname(directory)}; choose another --data-dir, for example under /var/tmp`,
    );
  const name = createHash('sha256').update(root).digest('hex').slice(0, 12);
  const standIn = join('/var/tmp', `variatum-${name}`);
  mkdirSync(standIn, { recursive: true, mode: 0o755 });
  say(`the postgres user cannot enter this checkout; data is kept in ${standIn}`);
  return standIn;
}
