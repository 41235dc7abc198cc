import { execFileSync } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import { resolve } from 'node:path';
import { expect, test } from './support/fixtures';
import { freePortFor } from './support/free-port';
import { serverPids, signal, until } from './support/processes';
import { newDataDirectory, removeDataDirectory, startProgram, type Program } from './support/program';

const LAUNCHER = resolve(import.meta.dirname, '../dist/launch.mjs');
const WRITERS = 6;

/** Makes jobs one after another until told to stop; answers what became of them. */
async function write(
  { url }: Program,
  name: string,
  goesOn: () => boolean,
): Promise<{ made: string[]; toldAgain: number; lost: string[] }> {
  const became = { made: [] as string[], toldAgain: 0, lost: [] as string[] };
  for (let count = 0; goesOn();) {
    const title = `${name} ${count}`;
    try {
      const response = await fetch(`${url}api/jobs`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ title }),
      });
      await response.text();
      if (response.status === 201) {
        became.made.push(title);
        count++;
      } else if (response.status === 503 && response.headers.has('retry-after')) became.toldAgain++;
      else became.lost.push(`${title}: ${response.status}`);
    } catch (error) {
      became.lost.push(`${title}: ${String((error as Error).cause ?? error)}`);
      count++;
    }
  }
  return became;
}

/** Hears of changes as a page does: a stream that ends is opened again, and what is there is read anew then. */
async function hear({ url }: Program, stop: AbortSignal): Promise<{ heard: Set<string>; streams: number }> {
  const heard = new Set<string>();
  let streams = 0;
  const readAll = async (): Promise<void> => {
    const { jobs } = (await (await fetch(`${url}api/jobs?limit=200`)).json()) as { jobs: { id: string }[] };
    for (const { id } of jobs) heard.add(id);
  };
  while (!stop.aborted)
    try {
      const response = await fetch(`${url}api/events`, { signal: stop });
      if (!response.ok || !response.body) {
        await pause(100);
        continue;
      }
      streams++;
      await readAll();
      let text = '';
      const reader = response.body.getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        text += new TextDecoder().decode(part.value);
        for (const [, id = ''] of text.matchAll(/"kind":"job","id":"([^"]+)"/g)) heard.add(id);
        text = text.slice(text.lastIndexOf('\n\n') + 2);
      }
    } catch {
      // The stream broke, or it is over.
    }
  return { heard, streams };
}

test(
  'three processes replaced one after another under load: nothing is lost but what is told to come again, no ' +
    'notice is missed',
  async () => {
    const directory = newDataDirectory();
    const metricsPort = await freePortFor();
    const program = await startProgram('start', directory, undefined, {}, [
      '--processes',
      '3',
      '--metrics-port',
      String(metricsPort),
    ]);
    const stop = new AbortController();
    try {
      const first = serverPids(program);
      expect(first).toHaveLength(3);
      let goesOn = true;
      const writing = Array.from({ length: WRITERS }, (_, index) => write(program, `Writer ${index}`, () => goesOn));
      const hearing = hear(program, stop.signal);
      execFileSync('node', [LAUNCHER, 'reload', '--data-dir', directory], { stdio: 'pipe' });
      await until('three other processes', () => {
        const now = serverPids(program);
        return now.length === 3 && now.every((pid) => !first.includes(pid));
      });
      // And one that is killed is there again; what it was asked just then is lost, so nobody asks.
      goesOn = false;
      const became = await Promise.all(writing);
      expect(became.flatMap(({ lost }) => lost)).toEqual([]);
      const made = became.flatMap((one) => one.made);
      expect(made.length).toBeGreaterThan(WRITERS * 3);
      const ids = await allJobs(program);
      expect([...ids.values()].sort()).toEqual(made.sort());
      await until('every notice', async () => (await metrics(metricsPort)).includes('variatum_live_streams'));
      const [killed = 0] = serverPids(program);
      signal('SIGKILL', killed);
      await until(
        'a process in its place',
        () => serverPids(program).length === 3 && !serverPids(program).includes(killed),
      );
      stop.abort();
      const { heard, streams } = await hearing;
      expect([...ids.keys()].filter((id) => !heard.has(id))).toEqual([]);
      expect(streams).toBeGreaterThan(1);
      await expect
        .poll(() => metrics(metricsPort))
        .toMatch(/variatum_request_seconds_count\{method="POST",route="\/jobs",status="201"\}/);
    } finally {
      stop.abort();
      await program.stop();
      removeDataDirectory(directory);
    }
  },
);

const metrics = async (port: number): Promise<string> => (await fetch(`http://127.0.0.1:${port}/metrics`)).text();

/** Every job, by its identifier. */
async function allJobs({ url }: Program): Promise<Map<string, string>> {
  const all = new Map<string, string>();
  for (let offset = 0; ; offset += 100) {
    const { jobs, total } = (await (await fetch(`${url}api/jobs?limit=100&offset=${offset}`)).json()) as {
      jobs: { id: string; title: string }[];
      total: number;
    };
    for (const { id, title } of jobs) all.set(id, title);
    if (all.size >= total || jobs.length === 0) return all;
  }
}
