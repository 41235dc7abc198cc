import type { MeterWithKey } from '@variatum/contracts';
import { request, type Agent } from 'node:http';
import { sendLines } from '../../apps/instruments/src/send-lines';
import { sendJson } from './http-client';

/** Meters that send at once, how often, and for how long. */
const METERS = 20;
const PER_SECOND = 5;
const SECONDS = 15;

/** Lags of all readings a page is told of, ms, sorted. */
async function lagsOf(port: number, meters: readonly MeterWithKey[]): Promise<readonly number[]> {
  const lags: number[] = [];
  const listening = request({ host: '127.0.0.1', port, path: '/api/events' });
  await new Promise<void>((done, fail) => {
    listening.on('error', fail);
    listening.on('response', (response) => {
      let text = '';
      response.setEncoding('utf8');
      response.on('data', (chunk: string) => {
        text += chunk;
        const parts = text.split('\n\n');
        text = parts.pop() ?? '';
        const now = Date.now();
        for (const part of parts) {
          const data = /^event: readings\ndata: (.*)$/.exec(part)?.[1];
          if (data) for (const { at } of JSON.parse(data) as { at: string }[]) lags.push(now - Date.parse(at));
        }
      });
      done();
    });
    listening.end();
  });
  const senders = meters.map(({ key }) => sendLines({ url: `http://127.0.0.1:${port}`, key }));
  for (let round = 0; round < SECONDS * PER_SECOND; round++) {
    senders.forEach((sender, index) => sender.line({ ppm: 100_000 - 500 * round - index }));
    await new Promise((resolve) => setTimeout(resolve, 1000 / PER_SECOND));
  }
  await Promise.all(senders.map((sender) => sender.end()));
  listening.destroy();
  return lags.sort((one, other) => one - other);
}

/** How late a page is told what meters show, and what they cost those who read. */
export async function benchMeters(
  agent: Agent,
  port: number,
  say: (text: string) => void,
  readsWhile: (busy: () => boolean) => Promise<readonly number[]>,
): Promise<void> {
  const meters = await Promise.all(
    Array.from(
      { length: METERS },
      async (_, index) =>
        JSON.parse(
          await sendJson(agent, port, 'POST', '/api/meters', { kind: 'oxygen', name: `Bench ${index}` }),
        ) as MeterWithKey,
    ),
  );
  let sending = true;
  const reads = readsWhile(() => sending);
  const lags = await lagsOf(port, meters);
  sending = false;
  const at = (list: readonly number[], share: number): number => list[Math.floor((list.length - 1) * share)] ?? 0;
  say(`${METERS} meters at ${PER_SECOND} readings a second for ${SECONDS} s: how late a page is told of them`);
  say(
    `  median ${at(lags, 0.5)} ms, p99 ${at(lags, 0.99)} ms, most ${at(lags, 1)} ms over ${lags.length} ` +
      'readings; aim under 1000',
  );
  say(`  others' reads meanwhile p99 ${at(await reads, 0.99).toFixed(1)} ms`);
}
