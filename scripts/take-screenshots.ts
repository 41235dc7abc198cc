/// <reference lib="dom" />
import { chromium, type Page } from '@playwright/test';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { readOxygen } from '../packages/metallurgy/src/instrument';
import { BROWSER, BROWSER_ARGS } from '../e2e/support/browser';
import { showPdf } from '../e2e/support/pdf';
import { newDataDirectory, removeDataDirectory, startProgram } from '../e2e/support/program';

/** Pictures for the README, taken from fresh demo data. Run with `npx tsx scripts/take-screenshots.ts`. */
const FOLDER = resolve('docs/screenshots');

interface Shot {
  readonly name: string;
  /** Title of the demo job to open; none for a page outside a job. */
  readonly job?: RegExp;
  readonly stage?: string;
  readonly path?: string;
  readonly width?: number;
  readonly height?: number;
  readonly theme?: 'dim';
  /** Brings the page into the state worth showing. */
  readonly act?: (page: Page) => Promise<void>;
}

/** A purge as it really is, and the meter that looks at it. */
const VENT = {
  space: { volumeL: 0.26, flowLpm: 2.8, leakLpm: 0.0001, gasPpm: 8, tanks: 1.6 },
  meter: { lagS: 6, noisePercent: 2.5 },
};
const RAN_S = 30;

/** Gas that has run for half a minute, as a meter in the vent saw it, and is nearly clean. */
async function runningPurge(page: Page): Promise<void> {
  const { request } = page;
  const origin = new URL(page.url()).origin;
  const [, id] = /jobs\/([^/]+)/.exec(page.url()) ?? [];
  const known = (await (await request.get(`${origin}/api/meters`)).json()) as {
    id: string;
    name: string;
    version: number;
  }[];
  for (const { id: old, version } of known)
    await request.post(`${origin}/api/meters/${old}/withdraw`, { data: { version } });
  const { meter, key } = (await (
    await request.post(`${origin}/api/meters`, { data: { kind: 'oxygen', name: 'Vent, bench 2', lagS: 8 } })
  ).json()) as { meter: { id: string; version: number }; key: string };
  await request.patch(`${origin}/api/meters/${meter.id}`, {
    data: { version: meter.version, use: { job: id, joint: null, place: 'vent' } },
  });
  const began = Date.now() - 1000 * RAN_S;
  const job = (await (await request.get(`${origin}/api/jobs/${id}`)).json()) as { version: number; purge: object };
  const clock = { startedAt: new Date(began).toISOString(), minutes: [0.5, 0.7, 1] };
  await request.patch(`${origin}/api/jobs/${id}`, { data: { version: job.version, purge: { ...job.purge, clock } } });
  const send = (seconds: number) => {
    const ppm = readOxygen(VENT, 3, seconds);
    return request.post(`${origin}/api/meters/lines`, {
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/x-ndjson' },
      data: `${JSON.stringify({ at: new Date(began + 1000 * seconds).toISOString(), ppm })}\n`,
    });
  };
  for (let seconds = 1; seconds <= RAN_S; seconds++) await send(seconds);
  await page.reload();
  await page.waitForTimeout(3000);
  await send((Date.now() - began) / 1000);
  await page.waitForTimeout(3500);
}

/** A weld looked at so far: one line that misses, at a place. */
async function someFindings(page: Page): Promise<void> {
  const form = page.getByRole('region', { name: 'Log a finding' });
  await form.getByRole('radio', { name: 'none', exact: true }).click();
  await form.getByRole('button', { name: 'None found' }).click();
  await page.getByRole('radio', { name: /Colour inside/ }).click();
  const seam = page.getByRole('slider', { name: 'Place on the seam' });
  for (let step = 0; step < 20; step++) await seam.press('ArrowRight');
  await form.getByRole('radio', { name: 'purple', exact: true }).click();
  await page.getByRole('radio', { name: /Colour inside/ }).click();
  await page.evaluate(() => scrollTo(0, 0));
}

/** The screen rake, known by now, welded, measured and seen again. */
async function weldedRake(page: Page): Promise<string> {
  const { request } = page;
  const { origin } = new URL(page.url());
  const ask = async (path: string): Promise<unknown> => (await request.get(`${origin}/api${path}`)).json();
  const { jobs } = (await ask('/jobs?search=Screen')) as { jobs: { id: string }[] };
  const id = jobs[0]!.id;
  const job = (await ask(`/jobs/${id}`)) as {
    joints: { id: string }[];
    pieces: { id: string; version: number; grade: string | null }[];
    weld: unknown[];
  };
  if (job.weld.length > 0) return id;
  const jointId = job.joints[0]!.id;
  const post = (path: string, data: object) => request.post(`${origin}/api${path}`, { data });
  for (const { id: piece, version, grade } of job.pieces)
    if (grade === null) await request.patch(`${origin}/api/pieces/${piece}`, { data: { version, grade: 'S32205' } });
  const at = (minutes: number): string => new Date(Date.UTC(2026, 2, 2, 8) + minutes * 60_000).toISOString();
  const log = (minutes: number, entry: object, own?: string) =>
    post(`/jobs/${id}/weld`, { ...(own ? { id: own } : {}), jointId, at: at(minutes), entry });
  for (const [number, from] of [0, 25].entries()) {
    const own = crypto.randomUUID();
    await log(
      12 + 6 * number,
      {
        kind: 'start',
        bead: 'run',
        pass: 0,
        number,
        fromMm: from,
        toMm: from + 25,
        amps: 110,
        rod: 'ER2209',
        rodMm: 2.4,
        lot: 'L-77',
        person: 0,
      },
      own,
    );
    await log(12.4 + 6 * number, { kind: 'stop', of: own, why: 'end', toMm: null });
    await log(13 + 6 * number, { kind: 'temperature', tempC: 96 - 20 * number, by: 'typed' });
  }
  for (const fn of [38, 41, 36]) await log(40, { kind: 'ferrite', fn, rod: 'ER2209' });
  const find = (line: string, said: object) =>
    post(`/jobs/${id}/record`, {
      jointId,
      at: at(45),
      entry: {
        kind: 'finding',
        line,
        atMm: null,
        value: null,
        range90: null,
        choice: null,
        by: 'eye',
        note: '',
        photo: null,
        ...said,
      },
    });
  await find('cracks', { choice: 'none' });
  await find('undercut', { value: 0.1, by: 'caliper' });
  await find('convexity', { value: 1.1, by: 'caliper' });
  await find('tint-outside', { choice: 'pale-straw' });
  await post(`/jobs/${id}/record`, { jointId: null, at: at(90), entry: { kind: 'in-service', on: '2026-03-03' } });
  await post(`/jobs/${id}/record`, {
    jointId: null,
    at: at(90_000),
    entry: { kind: 'seen', on: '2026-05-04', outcome: 'held', where: null, note: '' },
  });
  return id;
}

const SHOTS: readonly Shot[] = [
  { name: 'job-board', path: '/' },
  { name: 'job', job: /Boiler-house/, stage: 'Job' },
  { name: 'pieces', job: /Salt-spreader/, stage: 'Pieces' },
  { name: 'identify', job: /Tram-stop/, stage: 'Identify' },
  { name: 'joint', job: /Greenhouse/, stage: 'Joint' },
  { name: 'rod', job: /Fountain nozzle/, stage: 'Rod' },
  {
    name: 'prepare',
    job: /Greenhouse/,
    stage: 'Prepare',
    act: async (page) => {
      await page.getByRole('tab', { name: 'Back' }).click();
      await page.getByRole('button', { name: 'Dams beside the joint' }).click();
      await page.getByRole('tab', { name: 'List' }).click();
      await page.evaluate(() => scrollTo(0, 0));
    },
  },
  {
    name: 'heat',
    job: /Greenhouse/,
    stage: 'Prepare',
    act: async (page) => {
      await page.getByRole('tab', { name: 'Heat, order' }).click();
      await page.getByTestId('heat-remarks').waitFor();
      await page.getByLabel('Moment of the weld').fill('35');
      await page.evaluate(() => scrollTo(0, 0));
    },
  },
  {
    name: 'bench-sheet',
    job: /Ozone plant/,
    stage: 'Prepare',
    width: 794,
    height: 1123,
    act: (page) => page.emulateMedia({ media: 'print' }),
  },
  {
    name: 'new-job',
    path: '/',
    act: async (page) => {
      await page.getByRole('button', { name: 'New job' }).click();
      await page.getByLabel('The part in one line').fill('42.4 x 2 tube to 5 mm plate, fillet');
    },
  },
  { name: 'rod-rack', path: '/rack' },
  { name: 'settings', path: '/settings' },
  { name: 'weld', job: /Greenhouse/, stage: 'Weld', act: runningPurge },
  {
    name: 'torch',
    job: /Greenhouse/,
    stage: 'Weld',
    width: 390,
    height: 844,
    act: async (page) => {
      await runningPurge(page);
      await page.getByRole('button', { name: 'To the torch' }).click();
      await page.getByRole('dialog', { name: 'At the torch' }).waitFor();
      // The plan begins with another joint.
      await page.getByRole('button', { name: 'Next joint' }).click();
      await page.waitForTimeout(3500);
    },
  },
  { name: 'inspect', job: /Greenhouse/, stage: 'Inspect', act: someFindings },
  { name: 'record', job: /Screen rake/, stage: 'Record' },
  {
    name: 'logbook',
    path: '/',
    act: async (page) => {
      await weldedRake(page);
      await page.goto(new URL('/logbook?metals=duplex,austenitic&joint=fillet', page.url()).href);
      await page.getByTestId('calibration').waitFor();
      await page.waitForTimeout(1500);
    },
  },
  {
    name: 'report',
    path: '/',
    height: 860,
    act: async (page) => {
      const id = await weldedRake(page);
      const report = await page.request.get(new URL(`/api/jobs/${id}/report?kind=inspector`, page.url()).href);
      const path = join(directory, 'report.pdf');
      writeFileSync(path, await report.body());
      await showPdf(page, path, 0.985, 2);
    },
  },
  { name: 'phone', job: /Fountain nozzle/, stage: 'Rod', width: 390, height: 844 },
];

const only = process.argv.slice(2);
const directory = newDataDirectory();
const program = await startProgram('demo', directory);
const browser = await chromium.launch({
  executablePath: BROWSER,
  args: [...BROWSER_ARGS],
});
try {
  mkdirSync(FOLDER, { recursive: true });
  for (const { name, job, stage, path = '/', width = 1280, height = 800, theme, act } of SHOTS) {
    if (only.length > 0 && !only.includes(name)) continue;
    const page = await browser.newPage({ viewport: { width, height }, reducedMotion: 'reduce' });
    // The offer of the guide is for newcomers, not for pictures.
    await page.addInitScript(() => {
      if (localStorage.getItem('variatum guide') === null) localStorage.setItem('variatum guide', 'declined');
    });
    await page.goto(new URL(path, program.url).href);
    if (theme) await page.getByRole('button', { name: /dim theme/i }).click();
    if (job && stage) {
      await page.getByRole('link', { name: job }).click();
      await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: stage }).click();
      await page.getByRole('complementary', { name: 'Standing answer' }).waitFor();
    }
    // Settled ranking, map and next test all come from workers; nothing on the page says that all of them are in.
    await page.waitForTimeout(5000);
    await act?.(page);
    await page.waitForTimeout(300);
    await page.screenshot({ path: join(FOLDER, `${name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  await program.stop();
  removeDataDirectory(directory);
}
