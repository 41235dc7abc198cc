import type { Request } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { keptOperations } from './support/kept-operations';
import { freePortFor } from './support/free-port';
import { lookAt, piece, pieceTabs, stage } from './support/part';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';

test('what is typed while the server is gone arrives exactly once, in order, even after the page was closed', async ({
  browser,
}) => {
  const directory = newDataDirectory();
  const port = await freePortFor();
  let program = await startProgram('start', directory, port);
  const context = await browser.newContext();
  try {
    const page = await context.newPage();
    await page.goto(program.url);
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('What came in?').fill('Typed in a cellar');
    await page.getByRole('button', { name: 'Start the job' }).click();
    const strip = page.getByRole('navigation', { name: 'Stages of the work' });
    await strip.getByRole('link', { name: 'Pieces' }).click();
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
    const address = page.url();

    await program.kill();
    const first = piece(page);
    await first.getByLabel('Name').fill('Pump foot');
    await first.getByLabel('Thickness at the joint').fill('1/4"');
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await piece(page).getByLabel('Name').fill('Pipe');
    await expect(page.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
    // The page is closed with everything still unsent: how many entries that makes is a matter of how quickly it was
    // typed.
    await expect.poll(() => keptOperations(page)).toMatch(/Pump foot.*1\/4.*"Pipe"/);
    await page.close({ runBeforeUnload: false });

    program = await startProgram('start', directory, port);
    const later = await context.newPage();
    await later.goto(address);
    await expect(piece(later).getByLabel('Name')).toHaveValue('Pump foot');
    await expect(piece(later).getByLabel('Thickness at the joint')).toHaveValue('1/4"');
    await lookAt(later, 'B');
    await expect(piece(later).getByLabel('Name')).toHaveValue('Pipe');
    await expect(pieceTabs(later)).toHaveCount(2);
    await expect(later.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
    await later.reload();
    await expect(pieceTabs(later)).toHaveCount(2);
  } finally {
    await context.close();
    await program.stop();
    removeDataDirectory(directory);
  }
});

test('what is typed in the moment before a page is loaded anew or left is there afterwards', async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What came in?').fill('In a hurry');
  await page.getByRole('button', { name: 'Start the job' }).click();
  const note = page.getByLabel('What it is, what failed and why');
  await note.fill('half a sentence');
  await page.reload();
  await expect(note).toHaveValue('half a sentence');
  const address = page.url();
  await note.fill('a whole sentence');
  await page.goto('about:blank');
  await page.goto(address);
  await expect(note).toHaveValue('a whole sentence');

  await page.goto(new URL('/rack', demo.url).href);
  const shelf = page
    .locator('va-rack-rod', { has: page.getByText('ER308L', { exact: true }) })
    .getByLabel('Where, how much');
  await shelf.fill('half a box');
  await page.reload();
  await expect(shelf).toHaveValue('half a box');
});

test('a rod that was decided on as the page was left is decided', async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('The part in one line').fill('tube 42.4x2 304L to plate 6 mm 304L');
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.waitForURL(/\/jobs\//);
  await stage(page, 'Rod');
  const asked = page.waitForRequest(/\/decisions$/);
  await page.getByRole('button', { name: /^Decide on/ }).click();
  await asked;
  const address = page.url();
  // The server reckons it again for some seconds: nobody waits for that.
  await page.goto('about:blank');
  await page.goto(address);
  await expect(page.getByRole('complementary', { name: 'Standing answer' })).toContainText('Decided.');
});

test('what could not be fetched while the server was away is opened once it answers', async ({ page, demo }) => {
  const at = (path: string): string => new URL(path, demo.url).href;
  const shown = (name: string) => expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  /** Parts of the program one area asks for. */
  const partsOf = async (path: string, name: string): Promise<Set<string>> => {
    const parts = new Set<string>();
    const note = (request: Request): void => void parts.add(new URL(request.url()).pathname);
    page.on('request', note);
    await page.goto(at(path));
    await shown(name);
    page.off('request', note);
    return parts;
  };
  const common = await partsOf('/help', 'Help');
  const own = [...(await partsOf('/rack', 'Rod rack'))].filter((part) => part.endsWith('.js') && !common.has(part));
  expect(own.length).toBeGreaterThan(0);
  let away = true;
  await page.route(
    ({ pathname }) => pathname === '/api/health' || own.includes(pathname),
    (route) => (away ? route.abort() : route.continue()),
  );
  const silent = page.getByRole('status').filter({ hasText: 'could not be fetched: the server does not answer' });

  await page.goto(at('/help'));
  await shown('Help');
  await page.getByRole('navigation', { name: 'Areas' }).getByRole('link', { name: 'Rack' }).click();
  await expect(silent).toBeVisible();
  await shown('Help');
  away = false;
  await page.getByRole('button', { name: 'Load the page again' }).click();
  await shown('Rod rack');

  // A page on which nothing stands yet comes by itself.
  away = true;
  await page.goto(at('/rack'));
  await expect(silent).toBeVisible();
  away = false;
  await shown('Rod rack');
});
