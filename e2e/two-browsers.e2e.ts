import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob, piece } from './support/part';
import { saved } from './support/saved';
import { twoPeople } from './support/two-people';

const open = async (page: Page, url: string): Promise<void> => {
  await page.goto(url);
  await openJob(page, 'Greenhouse steam coil, pinhole');
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
};

test('two browsers on one job see each other, and a field both changed is shown side by side', async ({
  browser,
  demo,
}) => {
  await twoPeople(browser, async ({ page: mine, browser: here }, { page: theirs }) => {
    await open(mine, demo.url);
    await open(theirs, demo.url);
    const field = (page: Page, label: string) => piece(page).getByLabel(label);

    await field(theirs, 'Where it came from').fill('greenhouse two');
    await saved(theirs);
    await expect(field(mine, 'Where it came from')).toHaveValue('greenhouse two');

    // Cut off while both change the name.
    await here.setOffline(true);
    await field(mine, 'Name').fill('Coil, upper');
    await expect(mine.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
    await field(theirs, 'Name').fill('Coil, lower');
    await saved(theirs);
    await here.setOffline(false);
    const panel = mine.getByRole('alert', { name: /Changed twice: Name/ });
    await expect(panel).toContainText('Coil, upper');
    await expect(panel).toContainText('Coil, lower');
    await panel.getByRole('button', { name: 'Keep yours' }).click();
    await saved(mine);
    await expect(field(mine, 'Name')).toHaveValue('Coil, upper');
    await expect(field(theirs, 'Name')).toHaveValue('Coil, upper');
  });
});
