import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Program } from './program';

interface Process {
  readonly pid: number;
  readonly parent: number;
  readonly command: string;
}

function processes(): Process[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((name) => {
      try {
        const fields = readFileSync(`/proc/${name}/stat`, 'utf8')
          .replace(/^.*\) /s, '')
          .split(' ');
        const command = readFileSync(`/proc/${name}/cmdline`, 'utf8').replaceAll('\0', ' ');
        return [{ pid: Number(name), parent: Number(fields[1]), command }];
      } catch {
        // It ended while we looked.
        return [];
      }
    });
}

/** Process of the database server of a program; 0 while there is none. */
export function databasePid({ dataDirectory }: Pick<Program, 'dataDirectory'>): number {
  try {
    return Number(readFileSync(join(dataDirectory, 'postgres/postmaster.pid'), 'utf8').split('\n')[0]);
  } catch {
    return 0;
  }
}

/** Every process of the database server of a program. */
export function databaseProcesses(program: Pick<Program, 'dataDirectory'>): number[] {
  const main = databasePid(program);
  return processes()
    .filter(({ pid, parent }) => pid === main || parent === main)
    .map(({ pid }) => pid);
}

/** Processes of the web server a launcher has started. */
export const serverPids = ({ pid }: Pick<Program, 'pid'>): number[] =>
  processes().flatMap((one) => (one.parent === pid && one.command.includes('server.mjs') ? [one.pid] : []));

/** The only process of the web server; 0 while there is none. */
export const serverPid = (program: Pick<Program, 'pid'>): number => serverPids(program)[0] ?? 0;

/** Sends a signal to processes; one that is gone already is passed over. */
export function signal(name: NodeJS.Signals, ...pids: readonly number[]): void {
  for (const pid of pids)
    try {
      if (pid > 0) process.kill(pid, name);
    } catch {
      // Gone already.
    }
}

/** Waits until something holds. */
export async function until(what: string, holds: () => boolean | Promise<boolean>, withinMs = 120_000): Promise<void> {
  const begun = Date.now();
  while (!(await holds())) {
    if (Date.now() - begun > withinMs) throw new Error(`${what} did not come about within ${withinMs / 1000} s`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
