import { randomBytes, randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { Agent } from 'node:http';
import sharp from 'sharp';
import { malformedRequests, type MalformedRequest } from '../../apps/server/src/testing/malformed';
import { FAULTS, fillDisk, FragileProgram, smallDisk } from '../../e2e/support/faults';
import { freePortFor } from '../../e2e/support/free-port';
import { until } from '../../e2e/support/processes';
import { newDataDirectory, removeDataDirectory, startProgram } from '../../e2e/support/program';
import { Writers, type Verdict } from '../../e2e/support/writers';
import { send, sendJson } from './http-client';

/**
 * The long form of the fault suite: the same faults as in the browser tests, over and over, and what malformed requests
 * do.
 */
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
    const meter = JSON.parse(await sendJson(agent, port, 'POST', '/api/meters', { kind: 'oxygen', name: 'Vent' })) as {
      meter: { id: string };
    };
    const requests = malformedRequests(11, { job: made.id, meter: meter.meter.id });
    const answers: Record<number, number> = {};
    let [largest, slowest, left, faulty] = [0, 0, MALFORMED, 0];
    const work = async (): Promise<void> => {
      while (left-- > 0) {
        const { method, path, headers, body } = requests.next().value as MalformedRequest;
        const answer = await send(agent, port, method, path, body, headers);
        answers[answer.status] = (answers[answer.status] ?? 0) + 1;
        const mayBeLong = answer.status === 200 && method === 'GET';
        if (!mayBeLong) largest = Math.max(largest, Buffer.byteLength(answer.body));
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

/** Memory the server processes of a program hold, MB; only Linux tells. */
function serverMegabytes(launcher: number): number {
  const field = (pid: string, name: string): number => {
    const found = new RegExp(`^${name}:\\s+(\\d+)`, 'm').exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
    return Number(found?.[1] ?? 0);
  };
  return readdirSync('/proc').reduce((sum, pid) => {
    if (!/^\d+$/.test(pid)) return sum;
    try {
      const isServer = readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server.mjs');
      return isServer && field(pid, 'PPid') === launcher ? Math.max(sum, field(pid, 'VmRSS') / 1024) : sum;
    } catch {
      // It ended while it was looked at.
      return sum;
    }
  }, 0);
}

/** The largest documents that are sent: some that hold too much of one thing, one as large as is taken and right. */
async function largeDocuments(): Promise<void> {
  say();
  say('The largest documents, two at a time, while others ask how the server is');
  process.env['VARIATUM_REQUESTS_PER_MINUTE'] = '100000000';
  const directory = newDataDirectory();
  const program = await startProgram('start', directory);
  const agent = new Agent({ keepAlive: true });
  try {
    const port = Number(new URL(program.url).port);
    const made = JSON.parse(await sendJson(agent, port, 'POST', '/api/jobs', { title: 'Large' })) as { id: string };
    const document = JSON.parse((await send(agent, port, 'GET', `/api/jobs/${made.id}/document`)).body) as {
      job: { id: string };
      meters: object[];
      readings: object[];
      photos: object[];
    };
    const picture = await sharp(randomBytes(2000 * 1500 * 3), { raw: { width: 2000, height: 1500, channels: 3 } })
      .jpeg({ quality: 92 })
      .toBuffer();
    const whole = (photos: number, readings: number): string => {
      const [job, meter] = [randomUUID(), randomUUID()];
      const at = (second: number): string => new Date(Date.UTC(2026, 0, 5) + 1000 * second).toISOString();
      const photo = {
        jobId: job,
        pieceId: null,
        mediaType: 'image/jpeg',
        widthPixels: 2000,
        heightPixels: 1500,
        turn: 0,
        caption: '',
        version: 1,
        createdAt: at(0),
        withdrawnAt: null,
        madeBy: null,
        file: picture.toString('base64'),
      };
      return JSON.stringify({
        ...document,
        job: { ...document.job, id: job },
        meters: [{ id: meter, kind: 'oxygen', name: 'Vent', lagS: null }],
        photos: Array.from({ length: photos }, () => ({ ...photo, id: randomUUID() })),
        readings: Array.from({ length: readings }, (_, index) => ({
          meter,
          at: at(index),
          value: index,
          joint: null,
          place: 'vent',
        })),
      });
    };
    const perPicture = (picture.length * 4) / 3;
    const cases: readonly (readonly [string, string])[] = [
      ['a million and a half numbers for pieces', `{"pieces":[${'1,'.repeat(1_500_000)}1]}`],
      ['twenty million numbers', `{"pieces":[${'1,'.repeat(20_000_000)}1]}`],
      ['a note of fifty megabytes', whole(0, 0).replace('"item":""', `"item":"${'x'.repeat(50_000_000)}"`)],
      ['nested forty million deep', '['.repeat(40_000_000)],
      ['two hundred thousand readings', whole(0, 200_000)],
      ['as many pictures as there is room for', whole(Math.floor(90e6 / perPicture), 0)],
    ];
    for (const [what, body] of cases) {
      let [slowest, most, going] = [0, 0, true];
      const health = async (): Promise<void> => {
        while (going) {
          const from = performance.now();
          await send(agent, port, 'GET', '/api/health');
          slowest = Math.max(slowest, performance.now() - from);
          most = Math.max(most, serverMegabytes(program.pid));
          await new Promise((resolve) => setTimeout(resolve, 20));
        }
      };
      const from = performance.now();
      const sent = async (): Promise<number> => {
        const headers = { 'content-type': 'application/json' };
        return (await send(agent, port, 'POST', '/api/jobs/document', body, headers)).status;
      };
      const watch = health();
      const statuses = await Promise.all([sent(), sent()]);
      going = false;
      await watch;
      const seconds = (performance.now() - from) / 1000;
      say(
        `  ${what} (${(Buffer.byteLength(body) / 1e6).toFixed(0)} MB): ${statuses.join(' and ')} in ` +
          `${seconds.toFixed(1)} s; health within ${slowest.toFixed(0)} ms, aim 500; ${most.toFixed(0)} MB, aim ` +
          'under 600',
      );
      if (statuses.some((status) => status >= 500) || slowest > 500 || most > 600) process.exitCode = 1;
    }
  } finally {
    agent.destroy();
    await program.stop();
    removeDataDirectory(directory);
  }
}

const PARTS = { faults, disk: fullDisk, malformed, documents: largeDocuments } as const;
const wanted = process.env['VARIATUM_FAULT_PARTS']?.split(',') ?? Object.keys(PARTS);
for (const [name, part] of Object.entries(PARTS)) if (wanted.includes(name)) await part();
