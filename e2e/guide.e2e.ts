import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob, openTest } from './support/part';

const guide = (page: Page) => page.getByRole('region', { name: 'Guided repair' });
const go = (page: Page, stage: string): Promise<void> =>
  guide(page)
    .getByRole('link', { name: `Go to ${stage}` })
    .click();
const log = async (page: Page, name: string, option: string | null, outcome: string): Promise<void> => {
  await openTest(page, name);
  if (option) await page.getByRole('radio', { name: option, exact: true }).click();
  const rows = page.getByRole('region', { name: 'Log of tests' }).locator('li:not(.soft)');
  const before = await rows.count();
  const said = page.getByRole('group', { name: 'What happened' }).getByRole('button', { name: outcome, exact: true });
  // A new answer moves what is below it, also between a look and a press: then one presses again, as a person does.
  await expect(async () => {
    if ((await rows.count()) === before) await said.click({ timeout: 5_000 });
    await expect(rows).toHaveCount(before + 1, { timeout: 5_000 });
  }).toPass();
};

test('the guided first repair is offered once, walks from an unknown tube to a rod, and is found again', async ({
  page,
  demo,
  complaints,
}) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'Start the guided repair' }).click();
  await expect(guide(page)).toContainText('1 of 8');
  await page.getByLabel('Surroundings').click();
  await page.locator('nz-option-item', { hasText: 'Outdoors' }).click();
  await expect(guide(page)).toContainText('2 of 8');
  await go(page, 'Pieces');
  await page.getByRole('button', { name: 'Add a piece' }).click();
  await expect(guide(page)).toContainText('3 of 8');
  await guide(page).getByRole('button', { name: 'Skip this step' }).click();
  await expect(guide(page)).toContainText('4 of 8');
  await go(page, 'Identify');
  await log(page, 'Magnet', 'flat, not worked', 'no pull');
  await expect(guide(page)).toContainText('5 of 8');
  await expect(guide(page)).toContainText('all but leave the list');
  await log(page, 'Magnet', 'at a bend', 'faint pull');
  await log(page, 'Molybdenum spot', null, 'none seen');
  await expect(guide(page)).toContainText('7 of 8');
  await go(page, 'Joint');
  await page.getByRole('radio', { name: 'Crack', exact: true }).click();
  await go(page, 'Rod');
  await page
    .getByRole('button', { name: /^Decide on/ })
    .first()
    .click();
  await expect(guide(page)).toContainText('from an unknown tube to a rod');
  await guide(page).getByRole('button', { name: 'Close the guide' }).click();
  await expect(guide(page)).toHaveCount(0);

  await page.goto(demo.url);
  await expect(page.getByRole('link', { name: /guided repair/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Guided first repair' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Help' }).click();
  await page.getByRole('button', { name: 'Start the guided repair' }).click();
  await expect(guide(page)).toContainText('1 of 8');
  await guide(page).getByRole('button', { name: 'Leave the guide' }).click();
  await expect(guide(page)).toHaveCount(0);
  expect(complaints.list).toEqual([]);
});

test('who does not want the guide is not asked again', async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'Not now' }).click();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Job board' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Guided first repair' })).toHaveCount(0);
});

test('a term is explained one tap from where it stands, and every test and term under Help', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Screen rake, loose tine');
  await page.getByRole('button', { name: 'What is: Ferrite number (FN)' }).click();
  await expect(page.getByRole('note')).toContainText('measure of its ferrite');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('note')).toHaveCount(0);

  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: /Find a job/ }).fill('sigma');
  await page.getByRole('option', { name: /Sigma phase/ }).click();
  await expect(page.locator('#term-sigma-phase')).toBeInViewport();
  await page.getByLabel('Look for a test or a term').fill('magnet');
  await expect(page.getByRole('region', { name: 'Field tests' }).getByText('Magnet', { exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Field tests' }).getByText('Ferrite gauge')).toHaveCount(0);
});
