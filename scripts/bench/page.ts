/// <reference lib="dom" />
import { chromium, type Page } from '@playwright/test';
import { existsSync } from 'node:fs';
import { BROWSER, BROWSER_ARGS } from '../../e2e/support/browser';
import { newDataDirectory, removeDataDirectory, startProgram } from '../../e2e/support/program';

/** How much slower the processor is made to look. */
const SLOWED = 4;

/** What a person waits for on a slow machine, milliseconds. */
interface PageFigures {
  /** Largest paint of the board and of a job's rod stage: the caution that stands while the program comes counts. */
  readonly board: number;
  readonly job: number;
  /** Until the first job stands on the board. */
  readonly firstJob: number;
  /** Longest wait from a key or a click to the next paint, while typing a name and while logging a test. */
  readonly typing: number;
  readonly logging: number;
  /**
   * Time from frame to frame while the edge of the pool is dragged, the processor as it is: half of them, and 95 of
   * 100, take no longer.
   */
  readonly dragging: { readonly half: number; readonly most: number };
}

interface Watch {
  paint: number;
  longest: number;
}

const watch = (page: Page): Promise<Watch> => page.evaluate(() => (globalThis as unknown as { watch: Watch }).watch);
const forget = (page: Page): Promise<void> =>
  page.evaluate(() => void ((globalThis as unknown as { watch: Watch }).watch.longest = 0));

/** Drags a grip to and fro and measures the time from frame to frame. */
async function framesWhileDragging(page: Page, grip: string): Promise<PageFigures['dragging']> {
  const box = await page.getByRole('slider', { name: grip }).first().boundingBox();
  if (!box) throw new Error(`nothing to drag: ${grip}`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // As a text: a function inside a function would be renamed for the page.
  const frames = page.evaluate<number[]>(
    'new Promise((done) => { const times = []; requestAnimationFrame(function tick(now) { times.push(now); ' +
      'times.length < 180 ? requestAnimationFrame(tick) : done(times); }); })',
  );
  let dragged = true;
  void frames.then(() => (dragged = false));
  for (let step = 0; dragged; step++) await page.mouse.move(x, y + 30 * Math.sin(step / 12));
  await page.mouse.up();
  const times = await frames;
  const gaps = times
    .slice(1)
    .map((time, index) => time - (times[index] as number))
    .sort((a, b) => a - b);
  const at = (share: number): number => gaps[Math.floor(share * (gaps.length - 1))] as number;
  return { half: at(0.5), most: at(0.95) };
}

/** Measures the built page in the real browser with a slowed processor; null where there is no browser. */
async function pageFigures(): Promise<PageFigures | null> {
  if (!existsSync(BROWSER) || !existsSync('dist/launch.mjs') || !existsSync('dist/web/browser/index.html')) return null;
  const directory = newDataDirectory();
  const program = await startProgram('demo', directory);
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: [...BROWSER_ARGS],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const session = await page.context().newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
    await page.addInitScript(() => {
      localStorage.setItem('variatum guide', 'declined');
      const seen = { paint: 0, longest: 0 };
      (globalThis as unknown as { watch: typeof seen }).watch = seen;
      new PerformanceObserver((list) => {
        for (const { startTime } of list.getEntries()) seen.paint = startTime;
      }).observe({ type: 'largest-contentful-paint' as never, buffered: true });
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) seen.longest = Math.max(seen.longest, duration);
      }).observe({ type: 'event', durationThreshold: 16, buffered: true } as never);
    });

    await page.goto(program.url);
    await page.getByRole('link', { name: /Fountain nozzle/ }).waitFor();
    const firstJob = await page.evaluate(() => performance.now());
    await page.waitForTimeout(1500);
    const board = (await watch(page)).paint;

    const address = await page.getByRole('link', { name: /Fountain nozzle/ }).getAttribute('href');
    await page.goto(new URL((address ?? '').replace(/\w+$/, 'rod'), program.url).href);
    await page.getByText(/order settled|first places are close/).waitFor({ timeout: 120_000 });
    const job = (await watch(page)).paint;

    const strip = page.getByRole('navigation', { name: 'Stages of the work' });
    await strip.getByRole('link', { name: 'Pieces' }).click();
    const name = page.locator('[data-piece="0"]').getByLabel('Name');
    await name.click();
    await page.waitForTimeout(3000);
    await forget(page);
    await name.pressSequentially(' of the ring', { delay: 120 });
    await page.waitForTimeout(2000);
    const typing = (await watch(page)).longest;

    await strip.getByRole('link', { name: 'Identify' }).click();
    await page.getByLabel('Log a test').getByRole('button', { name: 'Sulphur spot' }).click();
    await page.waitForTimeout(3000);
    await forget(page);
    await page.getByRole('group', { name: 'What happened' }).getByRole('button', { name: 'sulphur seen' }).click();
    await page.waitForTimeout(3000);
    const logging = (await watch(page)).longest;

    await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    await strip.getByRole('link', { name: 'Joint' }).click();
    const dragging = await framesWhileDragging(page, 'How deep B is melted');
    return { board, firstJob, job, typing, logging, dragging };
  } finally {
    await browser.close();
    await program.stop();
    removeDataDirectory(directory);
  }
}

const say = (text: string): void => void process.stdout.write(`${text}\n`);
say('');
say(`In the browser, processor slowed ${SLOWED} times`);
const figures = await pageFigures();
if (!figures) say('  no browser or no build on this machine: skipped');
else {
  const { board, firstJob, job, typing, logging, dragging } = figures;
  const against = (value: number, aim: number): string =>
    `${value.toFixed(0)} ms, ${(value / aim).toFixed(2)} of the ${aim} aimed at`;
  say(`  largest paint   board ${against(board, 1500)}`);
  say(`                  rod stage ${against(job, 1500)}`);
  say(`  first job       ${firstJob.toFixed(0)} ms`);
  say(`  input to paint  typing ${against(typing, 100)}`);
  say(`                  logging a test ${against(logging, 100)}`);
  say(
    `  dragging a pool ${dragging.half.toFixed(1)} ms from frame to frame, 95 of 100 within ` +
      `${dragging.most.toFixed(1)}; aim 16.7 (processor as it is)`,
  );
}
