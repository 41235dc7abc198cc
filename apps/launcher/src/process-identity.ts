import { readFileSync } from 'node:fs';

const BOOT = '/proc/sys/kernel/random/boot_id';

/**
 * What tells a process from any other that ever had its number: the boot of the machine and the moment it began.
 * @returns undefined when there is no such process, or only the remains of one that has ended
 */
export function processIdentity(pid: number): string | undefined {
  if (!Number.isInteger(pid) || pid <= 0) return undefined;
  try {
    // The name stands in brackets and may hold anything; after it come the state and, as the twenty-second field, the
    // begin.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /s, '')
      .split(' ');
    const [state] = fields;
    if (state === 'Z' || state === 'X') return undefined;
    return `${readFileSync(BOOT, 'utf8').trim()} ${fields[19]}`;
  } catch {
    return undefined;
  }
}
