import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob, piece, pieceTabs } from './support/part';

const choose = async (page: Page, label: string, option: string): Promise<void> => {
  await page.getByLabel(label).click();
  // The list shows only the options in view: typing finds the others.
  await page.keyboard.type(option);
  await page.locator('nz-option-item', { hasText: option }).first().click();
};

test('the board is searched and filtered, a job is started from another, withdrawn and brought back', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill('ladder');
  await expect(page.getByRole('link', { name: /Pool ladder/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Tram-stop/ })).toHaveCount(0);
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill('');

  await page.getByRole('button', { name: 'Filter' }).click();
  await choose(page, 'Rod decided on', 'ER2209');
  await expect(page.getByRole('link', { name: /Screen rake/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Pool ladder/ })).toHaveCount(0);
  await page.reload();

  await page.getByRole('button', { name: 'Filter' }).click();
  await choose(page, 'Metal of a piece', 'cast iron');
  await expect(page.getByRole('link', { name: /Drain pump volute/ })).toBeVisible();
  await expect(page.locator('a.job')).toHaveCount(1);
  const day = (shift: number): string => new Date(Date.now() + shift * 86_400_000).toISOString().slice(0, 10);
  await page.getByLabel('Came in from').fill(day(-1));
  await expect(page.locator('a.job')).toHaveCount(1);
  await page.getByLabel('Came in from').fill(day(3));
  await expect(page.locator('a.job')).toHaveCount(0);
  await page.reload();

  await openJob(page, 'Pool ladder, pitted old weld');
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Job' }).click();
  await page.getByRole('button', { name: 'Start another like it' }).click();
  await expect(page.getByRole('heading', { name: /Pool ladder.*\(again\)/ })).toBeVisible();
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
  await expect(pieceTabs(page)).toHaveCount(3);

  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Job' }).click();
  await page.getByRole('button', { name: 'Withdraw this job' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('heading', { name: 'Job board' })).toBeVisible();
  await expect(page.getByRole('link', { name: /\(again\)/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Filter' }).click();
  await page.getByRole('radio', { name: 'Only these' }).click();
  await page.getByRole('button', { name: /Bring back Pool ladder/ }).click();
  await page.getByRole('radio', { name: 'Hidden' }).click();
  await expect(page.getByRole('link', { name: /\(again\)/ })).toBeVisible();
});

test('a change is taken back by button and by keyboard', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Drain pump volute, broken stub');
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
  const name = piece(page).getByLabel('Name');
  const saved = page.getByRole('status').filter({ hasText: /^Saved$/ });
  await name.fill('Casing');
  await expect(saved).toBeVisible();
  await piece(page).getByRole('radio', { name: 'plated', exact: true }).click();
  await expect(saved).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(piece(page).getByRole('radio', { name: 'plated', exact: true })).toHaveAttribute(
    'aria-checked',
    'false',
  );
  await page.getByRole('button', { name: /Take back/ }).click();
  await expect(name).toHaveValue('Volute');
  await expect(saved).toBeVisible();
  await page.reload();
  await expect(name).toHaveValue('Volute');
});
