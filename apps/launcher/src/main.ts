import { resolve } from 'node:path';
import { bench } from './bench';
import { check } from './check';
import { dev } from './dev';
import { readFlags } from './flags';
import { inWords, PlainError, say } from './say';
import { serve } from './serve';

const root = resolve(import.meta.dirname, '..');
const [command = '', ...args] = process.argv.slice(2);

async function main(): Promise<number> {
  const { port, dataDir, fresh, rest } = readFlags(args, process.env);
  if (rest.length > 0 && command !== 'bench') throw new PlainError(`${rest.join(' ')}: not a flag of ${command}`);
  switch (command) {
    case 'demo':
    case 'start':
      return serve({ root, dataDir, port, demo: command === 'demo', fresh });
    case 'test':
      return check(root);
    case 'bench':
      return bench(root, rest);
    case 'dev':
      return dev(root, dataDir);
    default:
      throw new PlainError(`there is no command "${command}"`);
  }
}

main().then(
  (code) => process.exit(code),
  (error: unknown) => {
    say(inWords(error));
    process.exit(1);
  },
);
