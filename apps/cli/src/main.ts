import { inputProblem, type Problem } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { readFileSync, writeSync } from 'node:fs';
import { COMMANDS } from './commands';

/** Exit code of a bad input or a bad call. */
const BAD_INPUT = 2;

function fail(problem: Problem): never {
  writeSync(2, `${JSON.stringify(problem, null, 2)}\n`);
  process.exit(BAD_INPUT);
}

interface Flags {
  readonly seed: number;
  /** File with iso-FN lines of a digitised WRC-1992 figure. */
  readonly lines: string | undefined;
}

function readFlags(flags: readonly string[]): Flags {
  let seed = 1;
  let lines: string | undefined;
  for (let index = 0; index < flags.length; index++) {
    const [name, inline] = (flags[index] as string).split(/=(.*)/s, 2) as [string, string | undefined];
    if (name !== '--seed' && name !== '--wrc-lines')
      throw InputError.at([name], 'not a flag of this command; there are --seed N and --wrc-lines FILE');
    const value = inline ?? flags[++index];
    if (value === undefined) throw InputError.at([name], 'needs a value');
    if (name === '--wrc-lines') lines = value;
    else {
      seed = Number(value);
      if (!Number.isSafeInteger(seed) || seed < 0) throw InputError.at(['--seed'], 'give a whole number of 0 or more');
    }
  }
  return { seed, lines };
}

/** Reads a file of iso-FN lines: the lines themselves, or an object that holds them as `isoFn`. */
function readLines(file: string): unknown {
  try {
    const document = JSON.parse(readFileSync(file, 'utf8')) as { isoFn?: unknown };
    return document.isoFn ?? document;
  } catch (error) {
    throw InputError.at(['--wrc-lines'], `${file} cannot be read: ${(error as Error).message}`);
  }
}

function withLines(input: unknown, file: string | undefined): unknown {
  if (file === undefined || typeof input !== 'object' || input === null) return input;
  return { ...input, wrc1992Lines: readLines(file) };
}

function readInput(): unknown {
  const text = readFileSync(0, 'utf8');
  if (text.trim() === '') throw InputError.at([], 'give one JSON document on standard input');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw InputError.at([], `standard input is not JSON: ${(error as Error).message}`);
  }
}

/** Writes all of a text, however long: a pipe takes it in pieces. */
function writeAll(text: string): void {
  let rest = Buffer.from(text);
  while (rest.length > 0)
    try {
      rest = rest.subarray(writeSync(1, rest));
    } catch (error) {
      const { code } = error as NodeJS.ErrnoException;
      if (code === 'EPIPE') process.exit(0);
      if (code !== 'EAGAIN') throw error;
    }
}

const [name = '', ...args] = process.argv.slice(2);
const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
if (!command)
  fail({
    type: 'about:blank',
    title: 'No such computation',
    status: 404,
    detail: `"${name}" is not one of ${Object.keys(COMMANDS).join(', ')}`,
  });
if (args.includes('--help') || args.includes('-h')) {
  writeAll(command.help());
  process.exit(0);
}
try {
  const { seed, lines } = readFlags(args);
  const input = command.readsInput ? withLines(readInput(), lines) : undefined;
  writeAll(`${JSON.stringify(command.run(input, seed), null, 2)}\n`);
} catch (error) {
  if (error instanceof InputError) fail(inputProblem(error));
  throw error;
}
