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

function seedFrom(flags: readonly string[]): number {
  let seed = 1;
  for (let index = 0; index < flags.length; index++) {
    const flag = flags[index] as string;
    const value = flag.startsWith('--seed=') ? flag.slice(7) : flag === '--seed' ? flags[++index] : undefined;
    if (value === undefined) throw InputError.at(flag, 'not a flag of this command; the only one is --seed N');
    seed = Number(value);
    if (!Number.isSafeInteger(seed) || seed < 0) throw InputError.at('--seed', 'give a whole number of 0 or more');
  }
  return seed;
}

function readInput(): unknown {
  const text = readFileSync(0, 'utf8');
  if (text.trim() === '') throw InputError.at('', 'give one JSON document on standard input');
  try {
    return JSON.parse(text);
  } catch (error) {
    throw InputError.at('', `standard input is not JSON: ${(error as Error).message}`);
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

const [name = '', ...flags] = process.argv.slice(2);
const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
if (!command)
  fail({
    type: 'about:blank',
    title: 'No such computation',
    status: 404,
    detail: `"${name}" is not one of ${Object.keys(COMMANDS).join(', ')}`,
  });
try {
  const seed = seedFrom(flags);
  writeAll(`${JSON.stringify(command.run(command.readsInput ? readInput() : undefined, seed), null, 2)}\n`);
} catch (error) {
  if (error instanceof InputError) fail(inputProblem(error));
  throw error;
}
