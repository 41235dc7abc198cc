import { Agent } from 'node:http';
import { malformedRequests, type MalformedRequest } from '../../apps/server/src/testing/malformed';
import { FAULTS, fillDisk, FragileProgram, smallDisk } from '../../e2e/support/faults';
import { freePortFor } from '../../e2e/support/free-port';
import { until } from '../../e2e/support/processes';
import { newDataDirectory, removeDataDirectory, startProgram } from '../../e2e/support/program';
import { Writers, type Verdict } from '../../e2e/support/writers';
import { send, sendJson } from './http-client';

/** The long form of the fault suite: the same faults as in the browser tests, over and over, and what malformed requests do. */
const ROUNDS = Number(process.env['VARIATUM_FAULT_ROUNDS'] ?? 18);
const WRITERS = 6;
const MALFORMED = 10_000;

const say = (text = ''): void => void process.stdout.write(`${text}\n`);

function report(what: string, { acknowledged, lost, doubled, untrue, odd, answers }: Verdict): void {
  say(
    `  ${what}: ${acknowledged} acknowledged, ${lost.length} lost, ${doubled.length} doubled, ${untrue.length} untrue`,
  );
  say(
    `    answers: ${Object.entries(answers)
      .map(([status, count]) => `${status === '0' ? 'none' : status} × ${count}`)
      .join(', ')}`,
  );
  for (const fault of [...lost, ...doubled, ...untrue, ...odd].slice(0, 10)) say(`    ${fault}`);
  if (lost.length + doubled.length + untrue.length + odd.length > 0) process.exitCode = 1;
}

async function faults(): Promise<void> {
  const names = Object.keys(FAULTS);
  say(`Faults while ${WRITERS} write: ${ROUNDS} rounds of ${names.length}`);
  const directory = newDataDirectory();
  const fragile = await FragileProgram.start(directory, await freePortFor());
  try {
    const writers = new Writers(fragile.url);
    writers.start(WRITERS);
    for (let round = 0; round < ROUNDS; round++)
      for (const name of names) {
        const before = writers.acknowledged;
        await FAULTS[name]?.(fragile);
        await fragile.backAgain();
        await until(`entries after ${name}`, () => writers.acknowledged > before + 5);
      }
    report(`${ROUNDS * names.length} faults`, await writers.finish());
  } finally {
    await fragile.stop();
    removeDataDirectory(directory);
  }
}

async function fullDisk(): Promise<void> {
  say();
  say('A disk that fills up and is cleared, three times');
  const directory = newDataDirectory();
  const release = smallDisk(directory, 220);
  if (!release) {
    say('  only root may make a disk of its own: skipped');
    return;
  }
  const fragile = await FragileProgram.start(directory, await freePortFor());
  try {
    const writers = new Writers(fragile.url);
    writers.start(3);
    for (let round = 0; round < 3; round++) {
      await until('entries', () => writers.acknowledged > 20 * (round + 1));
      const room = fillDisk(directory);
      await new Promise((resolve) => setTimeout(resolve, 8000));
      room();
      const before = writers.acknowledged;
      await until('entries once there is room', () => writers.acknowledged > before + 20);
    }
    report('full disk', await writers.finish());
  } finally {
    await fragile.stop();
    release();
    removeDataDirectory(directory);
  }
}

async function malformed(): Promise<void> {
  say();
  say(`${MALFORMED} malformed requests, eight at a time`);
  process.env['VARIATUM_REQUESTS_PER_MINUTE'] = '100000000';
  const directory = newDataDirectory();
  const program = await startProgram('start', directory);
  const agent = new Agent({ keepAlive: true });
  try {
    const port = Number(new URL(program.url).port);
    const made = JSON.parse(await sendJson(agent, port, 'POST', '/api/jobs', { title: 'Latch' })) as { id: string };
    const requests = malformedRequests(11, made.id);
    const answers: Record<number, number> = {};
    let [largest, slowest, left, faulty] = [0, 0, MALFORMED, 0];
    const work = async (): Promise<void> => {
      while (left-- > 0) {
        const { method, path, headers, body } = requests.next().value as MalformedRequest;
        const answer = await send(agent, port, method, path, body, headers);
        answers[answer.status] = (answers[answer.status] ?? 0) + 1;
        largest = Math.max(largest, Buffer.byteLength(answer.body));
        if (answer.status >= 500) {
          faulty++;
          say(`    ${method} ${path} ${body?.slice(0, 120)}: ${answer.status}`);
        }
      }
    };
    const health = async (): Promise<void> => {
      while (left > 0) {
        const from = performance.now();
        await send(agent, port, 'GET', '/api/health');
        slowest = Math.max(slowest, performance.now() - from);
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
    };
    await Promise.all([health(), ...Array.from({ length: 8 }, work)]);
    say(`  ${faulty} faults of the server; largest answer ${(largest / 1024).toFixed(1)} kB, aim under 64`);
    say(`  health within ${slowest.toFixed(0)} ms throughout; aim 500`);
    say(
      `  answers: ${Object.entries(answers)
        .map(([status, count]) => `${status} × ${count}`)
        .join(', ')}`,
    );
    if (faulty > 0 || largest > 64 * 1024) process.exitCode = 1;
  } finally {
    agent.destroy();
    await program.stop();
    removeDataDirectory(directory);
  }
}

await faults();
await fullDisk();
await malformed();
