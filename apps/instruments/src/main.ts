import { INSTRUMENTS, linesOf, listed, WrongScenario, type Said } from './scenario';
import { sendLines } from './send-lines';
import { serveInstruments } from './serve';

const USAGE = `./variatum instruments <what>

  serve [--port N]             streams of all of them on this machine, to be bridged like a real meter
  send KIND --to URL --key KEY one of them, as a meter of a running program
  trace KIND [--seconds N]     lines of time and value

KIND and its faults, given as --fault NAME@SECOND:
${listed()}

Flags: --seed N  --rate N (readings a second)  --from N (second it begins at)
       --litres N  --flow N  --leak N  --rise N  --arc N  --fn N  --grade NAME
`;

const fail = (words: string): never => {
  process.stderr.write(`variatum: ${words}\n`);
  process.exit(2);
};

function flagsOf(args: readonly string[]): Readonly<Record<string, string>> {
  const flags: Record<string, string> = {};
  for (let index = 0; index < args.length; index += 2) {
    const [name, value] = [args[index] as string, args[index + 1]];
    if (!name.startsWith('--') || value === undefined) fail(`${name}: give flags as --name value`);
    flags[name.slice(2)] = value as string;
  }
  return flags;
}

async function main([what = '', ...rest]: readonly string[]): Promise<void> {
  if (what === '' || what === 'help') {
    process.stdout.write(USAGE);
    return;
  }
  if (what === 'serve') {
    const port = Number(flagsOf(rest)['port'] ?? 7410);
    await serveInstruments(port);
    process.stdout.write(`Simulated instruments at http://127.0.0.1:${port}/ (Ctrl-C stops them)\n`);
    return;
  }
  const [named = '', ...more] = rest;
  const kind = INSTRUMENTS.find((one) => one === named) ?? fail(`use one of ${INSTRUMENTS.join(', ')}`);
  const flags: Said & Readonly<Record<string, string>> = flagsOf(more);
  const lineAt = linesOf(kind, flags);
  const rate = Math.max(0.1, Number(flags['rate'] ?? 2));
  if (what === 'trace') {
    const seconds = Number(flags['seconds'] ?? 300);
    const from = Date.now() - 1000 * seconds;
    for (let at = 0; at <= seconds * rate; at++) {
      const [value] = Object.values(lineAt(at / rate));
      const shown =
        value === null
          ? ''
          : typeof value === 'object'
            ? `"${JSON.stringify(value).replaceAll('"', '""')}"`
            : String(value);
      process.stdout.write(
        `${at === 0 ? `time,${Object.keys(lineAt(0))[0] ?? ''}\n` : ''}` +
          `${new Date(from + (1000 * at) / rate).toISOString()},${shown}\n`,
      );
    }
    return;
  }
  if (what !== 'send') fail(`there is no "${what}"; use serve, send or trace`);
  const [url, key] = [flags['to'], flags['key']];
  if (url === undefined || key === undefined) return fail('send needs --to URL and --key KEY');
  const fromS = Number(flags['from'] ?? 0);
  const sender = sendLines({ url, key }, (words) => process.stderr.write(`variatum: ${words}\n`));
  const began = Date.now();
  const timer = setInterval(() => sender.line(lineAt(fromS + (Date.now() - began) / 1000)), 1000 / rate);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      clearInterval(timer);
      void Promise.race([sender.end(), new Promise((done) => setTimeout(done, 2000))]).then(() => process.exit(0));
    });
}

main(process.argv.slice(2)).catch((error: unknown) =>
  fail(error instanceof WrongScenario ? error.message : String(error)),
);
