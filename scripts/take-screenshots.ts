/// <reference lib="dom" />
import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
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
  { name: 'reference', path: '/reference' },
  { name: 'settings', path: '/settings' },
  { name: 'help', path: '/help' },
  {
    name: 'passes',
    job: /Screen rake/,
    stage: 'Rod',
    act: (page) =>
      page.getByRole('region', { name: 'Passes' }).evaluate((panel) => panel.scrollIntoView({ block: 'center' })),
  },
  { name: 'dim-theme', job: /Screen rake/, stage: 'Rod', theme: 'dim' },
  { name: 'phone', job: /Greenhouse/, stage: 'Joint', width: 390, height: 844 },
  // Last: it adds a job to the board.
  {
    name: 'guide',
    path: '/help',
    act: async (page) => {
      await page.getByRole('button', { name: 'Start the guided repair' }).click();
      await page.getByRole('region', { name: 'Guided repair' }).waitFor();
    },
  },
];

const only = process.argv.slice(2);
const directory = newDataDirectory();
const program = await startProgram('demo', directory);
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-sync'],
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
