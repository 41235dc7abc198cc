import { existsSync, readFileSync, readlinkSync, realpathSync, rmSync } from 'node:fs';
import { basename, join } from 'node:path';
import { processIdentity } from './process-identity';

/** What the lock file of a database server says. */
export interface Holder {
  readonly pid: number;
  readonly port: number;
}

/** Reads the lock file of a data directory of the database; undefined when there is none. */
export function lockHolder(data: string): Holder | undefined {
  try {
    const [pid, , , port] = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n').map(Number);
    return { pid: pid ?? 0, port: port ?? 0 };
  } catch {
    return undefined;
  }
}

/**
 * Whether a process really is the database server of this directory, and not the remains of one, nor another process
 * that has got its number since: a server works inside its data directory.
 */
export function servesDirectory(pid: number, data: string): boolean {
  if (processIdentity(pid) === undefined) return false;
  try {
    return (
      basename(readlinkSync(`/proc/${pid}/exe`).replace(/ \(deleted\)$/, '')) === 'postgres' &&
      readlinkSync(`/proc/${pid}/cwd`) === realpathSync(data)
    );
  } catch {
    // Not ours to look at: then it runs under another user, and ours does not.
    return false;
  }
}

/**
 * Takes a lock file away whose server is gone. The server itself still refuses to start beside one that shares its
 * memory.
 */
export function clearStaleLock(data: string): boolean {
  const holder = lockHolder(data);
  const file = join(data, 'postmaster.pid');
  if (!existsSync(file) || (holder && servesDirectory(holder.pid, data))) return false;
  rmSync(file, { force: true });
  return true;
}
