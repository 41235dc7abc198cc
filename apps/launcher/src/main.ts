import { resolve } from 'node:path';
import { backup } from './backup';
import { bench } from './bench';
import { buildServer } from './build';
import { codeFor } from './code-for';
import { check } from './check';
import { dataDirectory } from './data-directory';
import { dev } from './dev';
import { doctor, linesOf } from './doctor';
import { readFlags } from './flags';
import { needPostgres } from './install-packages';
import { holderOf } from './lock';
import { stampOf } from './kept-backups';
import { restore } from './restore';
import { inWords, PlainError, say } from './say';
import { serve } from './serve';
import { withDatabase } from './with-database';

/** Commands that are given one thing, and what it is called. */
const TAKE_ONE: Readonly<Record<string, string>> = { backup: 'FILE', restore: 'FILE', 'new-password': 'NAME' };

/** The one thing a command is given. @throws PlainError */
function given([one]: readonly string[]): string {
  const what = TAKE_ONE[command] ?? '';
  if (one === undefined)
    throw new PlainError(`${command} needs a ${what.toLowerCase()}: ./variatum ${command} ${what}`);
  return one;
}

const root = resolve(import.meta.dirname, '..');
const [command = '', ...args] = process.argv.slice(2);

async function main(): Promise<number> {
  const { rest, ...flags } = readFlags(args, process.env);
  const { dataDir } = flags;
  if (rest.length > (TAKE_ONE[command] === undefined ? 0 : 1) && command !== 'bench')
    throw new PlainError(`${rest.join(' ')}: is nothing for ${command}`);
  switch (command) {
    case 'demo':
    case 'start':
      return serve({ root, demo: command === 'demo', ...flags });
    case 'test':
      return check(root);
    case 'bench':
      return bench(root, rest);
    case 'backup': {
      const wanted = given(rest);
      const programs = await needPostgres();
      const { file, bytes } = await withDatabase(programs, dataDirectory(root, dataDir), false, (url) =>
        backup(programs, url, wanted),
      );
      process.stdout.write(`${file}: ${(bytes / 1e6).toFixed(1)} MB, written and read again\n`);
      return 0;
    }
    case 'restore': {
      const wanted = given(rest);
      const programs = await needPostgres();
      const { before, jobs } = await withDatabase(programs, dataDirectory(root, dataDir), true, (url) =>
        restore(programs, root, url, wanted, stampOf(new Date())),
      );
      process.stdout.write(
        `restored: ${jobs} jobs. What was there before is kept in the database ${before} until the next time.\n`,
      );
      return 0;
    }
    case 'new-password': {
      const name = given(rest);
      const programs = await needPostgres();
      await buildServer(root);
      const code = await withDatabase(programs, dataDirectory(root, dataDir), false, (url) => codeFor(root, url, name));
      process.stdout.write(
        `Within an hour: /join#${code} at the address of the program sets a new password for ${name}.\n`,
      );
      return 0;
    }
    case 'doctor': {
      const findings = await doctor(await needPostgres(), root, dataDirectory(root, dataDir));
      process.stdout.write(`${linesOf(findings)}\n`);
      return findings.some(({ level }) => level === 'bad') ? 1 : 0;
    }
    case 'reload': {
      const home = dataDirectory(root, dataDir);
      const running = holderOf(home);
      if (running === undefined) throw new PlainError(`the program does not run on ${home}; start it`);
      process.kill(running, 'SIGUSR2');
      process.stdout.write(
        'The server processes are replaced one after another; the program says when that is done.\n',
      );
      return 0;
    }
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
