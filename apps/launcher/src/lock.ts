import { readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { processIdentity } from './process-identity';
import { PlainError } from './say';

interface Claim {
  readonly pid: number;
  readonly identity: string;
  /** Directory it was made for: a copied directory brings a claim along that is none on the copy. */
  readonly directory: string;
}

function readClaim(file: string): Claim | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Claim;
  } catch {
    return undefined;
  }
}

/**
 * Claims a data directory for this process, so that two programs never share one database server. A claim of a process
 * that is gone, or of another directory, does not hold.
 * @returns gives the claim back
 * @throws PlainError when another program has it
 */
export function claim(home: string): () => void {
  const file = join(home, 'launcher.pid');
  const directory = realpathSync(home);
  const mine: Claim = { pid: process.pid, identity: processIdentity(process.pid) ?? '', directory };
  for (let tries = 0; ; tries++)
    try {
      writeFileSync(file, JSON.stringify(mine), { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 3) throw error;
      const other = readClaim(file);
      const holds =
        other?.directory === directory && other.pid !== process.pid && processIdentity(other.pid) === other.identity;
      if (holds)
        throw new PlainError(
          `the program is already running on ${home} as process ${other.pid}; stop it, or use another --data-dir`,
        );
      rmSync(file, { force: true });
    }
}

/** Process that has a data directory; undefined while nobody does. */
export function holderOf(home: string): number | undefined {
  const other = readClaim(join(home, 'launcher.pid'));
  return other && processIdentity(other.pid) === other.identity ? other.pid : undefined;
}
