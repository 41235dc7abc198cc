import { spawn, spawnSync, type SpawnOptions } from 'node:child_process';
import { PlainError } from './say';

/** Runs a program to its end with its output on the terminal's error stream. @throws PlainError when it fails */
export async function run(program: string, args: readonly string[], options: SpawnOptions = {}): Promise<void> {
  const code = await runCode(program, args, options);
  if (code !== 0) throw new PlainError(`${program} ${args.join(' ')} failed with code ${code}`);
}

/** Runs a program to its end and answers its exit code. */
export function runCode(program: string, args: readonly string[], options: SpawnOptions = {}): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: ['ignore', process.stderr, process.stderr], ...options });
    child.on('error', reject);
    child.on('close', (code) => resolve(code ?? 1));
  });
}

/** What a program left behind: its exit code, what it answered, and what it said beside that, such as warnings. */
export interface Output {
  readonly code: number;
  readonly output: string;
  readonly said: string;
}

/** How a program is run quietly. */
export interface QuietOptions {
  /** Added to its environment; secrets go here, where other users cannot read them. */
  readonly environment?: Readonly<Record<string, string>>;
  /** When it is ended, should it take longer, ms. */
  readonly withinMs?: number;
  /** Directory it runs in; this process's own when left out. */
  readonly directory?: string;
}

/** Runs a program quietly. */
export function quiet(program: string, args: readonly string[], options: QuietOptions = {}): Output {
  const { environment = {}, withinMs, directory } = options;
  const result = spawnSync(program, args, {
    encoding: 'utf8',
    env: { ...process.env, ...environment },
    ...(directory === undefined ? {} : { cwd: directory }),
    ...(withinMs === undefined ? {} : { timeout: withinMs, killSignal: 'SIGKILL' }),
  });
  return { code: result.status ?? 1, output: result.stdout ?? '', said: result.stderr ?? '' };
}
