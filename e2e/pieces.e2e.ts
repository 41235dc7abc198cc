import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { lookAt, piece, pieceTabs } from './support/part';
import { saved } from './support/saved';

const openPieces = async (page: Page, url: string, job: string): Promise<void> => {
  await page.goto(url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What came in?').fill(job);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
  await page.getByRole('button', { name: 'Add a piece' }).click();
};
const choose = async (page: Page, label: string, option: string): Promise<void> => {
  await piece(page).getByLabel(label).click();
  await page.keyboard.type(option);
  await page.locator('nz-option-item', { hasText: option }).first().click();
};

test('a size is said, picked from tables or typed, understood, and drawn to scale', async ({ page, demo }) => {
  await openPieces(page, demo.url, 'Sizes');
  const card = piece(page);
  await expect(card.getByText('Give a size, and the piece stands here in section.')).toBeVisible();
  await card.getByLabel('Size as people say it').fill('1 1/2 in x 16 ga');
  await card.getByLabel('Size as people say it').press('Tab');
  await expect(card.getByLabel('Outside diameter')).toHaveValue('38.1 mm');
  await expect(card.getByLabel('Thickness at the joint')).toHaveValue('1.65 mm');
  await expect(card.getByRole('img', { name: /in section to scale: outside 38.1 mm, wall 1.65 mm/ })).toBeVisible();

  await choose(page, 'Form', 'pipe');
  await choose(page, 'From the size tables', '2 in sch 10');
  await expect(card.getByLabel('Size as people say it')).toHaveValue('2 in sch 10 pipe');
  await expect(card.getByLabel('Thickness at the joint')).toHaveValue('2.77 mm');
  await expect(
    card.getByRole('img', { name: /pipe, in section to scale: outside 60.33 mm, wall 2.77 mm/ }),
  ).toBeVisible();

  // What is said later overwrites nothing by itself.
  await card.getByLabel('Size as people say it').fill('48.3 x 2 mm');
  await card.getByLabel('Size as people say it').press('Tab');
  await expect(card.getByLabel('Thickness at the joint')).toHaveValue('2.77 mm');
  await card.getByRole('button', { name: 'take these over' }).click();
  await expect(card.getByLabel('Thickness at the joint')).toHaveValue('2 mm');

  await choose(page, 'State it came in', 'Soaked in oil');
  await expect(card.getByText(/degrease with a solvent without chlorine/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(card.getByLabel('Outside diameter')).toHaveValue('48.3 mm');
  await expect(card.getByText(/degrease with a solvent without chlorine/)).toBeVisible();
});

test('pictures are taken, turned, named and taken off, even while the server is away', async ({
  page,
  context,
  demo,
}) => {
  await openPieces(page, demo.url, 'Pictures');
  const card = piece(page);
  const file = { name: 'stamp.png', mimeType: 'image/png', buffer: await page.screenshot() };
  await saved(page);
  await context.setOffline(true);
  await card.locator('input[type=file]').setInputFiles([file]);
  await expect(card.getByRole('button', { name: /^Enlarge/ })).toHaveCount(1);
  await card.getByRole('button', { name: /^Turn/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
  await context.setOffline(false);
  await saved(page);

  await card.getByRole('button', { name: /^Enlarge/ }).click();
  await page.getByLabel('What it shows').fill('Stamp on the flange');
  await page.getByRole('dialog', { name: 'Picture' }).getByRole('button', { name: 'Close' }).click();
  await saved(page);
  await page.reload();
  const picture = card.getByRole('button', { name: 'Enlarge: Stamp on the flange' }).locator('img');
  await expect(picture).toHaveJSProperty('naturalWidth', 1280);
  await expect(picture).toHaveCSS('transform', /matrix\(0, 1, -1, 0|matrix\(-?[\d.e-]+, 1, -1/);

  await card
    .locator('input[type=file]')
    .setInputFiles([{ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('no picture') }]);
  await expect(card.getByRole('alert')).toContainText('notes.txt: not a picture this browser can read');

  await card.getByRole('button', { name: 'Take off: Stamp on the flange' }).click();
  await expect(card.getByRole('button', { name: /^Enlarge/ })).toHaveCount(0);
  await saved(page);
  await page.getByRole('button', { name: 'Take back taking off a picture' }).click();
  await expect(card.getByRole('button', { name: /^Enlarge/ })).toHaveCount(1);
  await saved(page);
});

test('a piece becomes two with the tests of each, and two become one again', async ({ page, demo }) => {
  await openPieces(page, demo.url, 'Two metals');
  const card = piece(page);
  await card.getByLabel('Marks on it, as read').fill('304');
  await card.getByRole('button', { name: /Log it as a test/ }).click();
  await expect(card.getByRole('button', { name: /Log it as a test/ })).toHaveCount(0);
  await card.getByRole('button', { name: 'It is two metals' }).click();
  await card.getByRole('button', { name: 'Split it' }).click();
  await expect(card.getByText('give the second metal a name')).toBeVisible();
  await card.getByLabel('Name of the second metal').fill('Foot');
  await card.getByLabel(/Stamp or mark: "304"/).check();
  await card.getByRole('button', { name: 'Split it' }).click();
  await lookAt(page, 'B');
  await expect(card.getByRole('heading', { name: 'Foot' })).toBeVisible();
  await saved(page);
  await page.reload();
  await lookAt(page, 'B');
  await card.getByRole('link', { name: 'Identify' }).click();
  const log = page.getByRole('region', { name: 'Log of tests' }).getByRole('listitem');
  await expect(log).toContainText('logged on Piece A first');
  await page.getByRole('tab', { name: /Piece A/ }).click();
  await expect(log).toContainText('done on Foot');

  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
  await lookAt(page, 'A');
  await card.getByRole('button', { name: 'Same metal as Foot' }).click();
  await expect(pieceTabs(page)).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(pieceTabs(page)).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Bring back Foot' })).toBeVisible();
});
