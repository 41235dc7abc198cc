import { execFileSync } from 'node:child_process';
import { closeSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { runSql } from './database';
import { databasePid, databaseProcesses, serverPid, signal, until } from './processes';
import { startProgram, type Program } from './program';

// Who writes through a fault asks again and again, far more often than any person: that is not what is tested here.
const UNLIMITED = { VARIATUM_REQUESTS_PER_MINUTE: '100000000' };

/** A program that is made to fail. It keeps its port, so that whoever writes to it finds it again. */
export class FragileProgram {
  private constructor(
    public program: Program,
    private readonly port: number,
  ) {}

  static async start(dataDirectory: string, port: number): Promise<FragileProgram> {
    return new FragileProgram(await startProgram('start', dataDirectory, port, UNLIMITED), port);
  }

  get url(): string {
    return this.program.url;
  }

  /** Whether server and database answer. */
  async ready(): Promise<boolean> {
    const answer = await fetch(new URL('/api/ready', this.url), { signal: AbortSignal.timeout(15_000) }).catch(
      () => undefined,
    );
    await answer?.body?.cancel();
    return answer?.ok ?? false;
  }

  backAgain(): Promise<void> {
    return until('the program', () => this.ready());
  }

  async restart(): Promise<void> {
    this.program = await startProgram('start', this.program.dataDirectory, this.port, UNLIMITED);
  }

  stop(): Promise<void> {
    return this.program.stop();
  }
}

/** Fills the disk a directory lies on to the last byte; answers what makes room again. */
export function fillDisk(directory: string): () => void {
  const file = join(directory, 'filler');
  const handle = openSync(file, 'w');
  try {
    for (let size = 1 << 20; size >= 1;)
      try {
        writeSync(handle, Buffer.alloc(size));
      } catch {
        size = Math.floor(size / 4);
      }
  } finally {
    closeSync(handle);
  }
  return () => rmSync(file, { force: true });
}

/** A small disk of its own; undefined where this user may not make one. */
export function smallDisk(directory: string, megabytes: number): (() => void) | undefined {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m,mode=755`, 'tmpfs', directory], {
      stdio: 'ignore',
    });
  } catch {
    return undefined;
  }
  return () => void execFileSync('umount', ['-l', directory]);
}

/** What can befall a program; each leaves it to come back, by itself or by being started again. */
export const FAULTS: Readonly<Record<string, (fragile: FragileProgram) => Promise<void>>> = {
  'the server is killed': async (fragile) => {
    const before = serverPid(fragile.program);
    signal('SIGKILL', before);
    await until('another server', () => ![0, before].includes(serverPid(fragile.program)));
  },
  'the database is killed': async (fragile) => {
    const before = databasePid(fragile.program);
    signal('SIGKILL', before);
    await until('another database', () => ![0, before].includes(databasePid(fragile.program)));
  },
  'every process of the database is killed': async (fragile) => {
    const before = databasePid(fragile.program);
    signal('SIGKILL', ...databaseProcesses(fragile.program));
    await until('another database', () => ![0, before].includes(databasePid(fragile.program)));
  },
  'the launcher is killed': async (fragile) => {
    await fragile.program.kill();
    await fragile.restart();
  },
  'all three are killed at once': async (fragile) => {
    const { program } = fragile;
    signal('SIGKILL', program.pid, serverPid(program), databasePid(program));
    await program.kill();
    await fragile.restart();
  },
  'the database freezes': async (fragile) => {
    const frozen = databaseProcesses(fragile.program);
    signal('SIGSTOP', ...frozen);
    await until('an answer that nothing can be stored', async () => !(await fragile.ready()));
    signal('SIGCONT', ...frozen);
  },
  'the connection that hears of changes is cut': (fragile) => {
    runSql(
      fragile.program,
      'variatum',
      "select pg_terminate_backend(pid) from pg_stat_activity where query ilike 'listen %' or query = 'select 1' " +
        "and state = 'idle'",
    );
    return Promise.resolve();
  },
};
