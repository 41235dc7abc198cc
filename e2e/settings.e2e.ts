import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob, part, piece } from './support/part';
import { saved } from './support/saved';
import { twoPeople } from './support/two-people';

const stage = async (page: Page, job: string, name: string): Promise<void> => {
  await openJob(page, job);
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name }).click();
};

const shopName = (page: Page) => page.getByRole('region', { name: 'Workshop', exact: true }).getByLabel('Name');

test('units of the workshop change how sizes and temperatures are read and shown', async ({ page, demo }) => {
  const settings = new URL('/settings', demo.url).href;
  await page.goto(settings);
  await page.getByRole('radio', { name: 'inches' }).click();
  await page.getByRole('radio', { name: '°F' }).click();
  await saved(page);
  await page.goto(demo.url);
  await stage(page, 'Tram-stop handrail, split at the bend', 'Pieces');
  const thickness = piece(page).getByLabel('Thickness at the joint');
  await expect(thickness).toHaveValue('0.079 in');
  await thickness.fill('0.08');
  await expect(piece(page).getByText('2.03 mm (0.08 in)')).toBeVisible();

  await page.goto(demo.url);
  await stage(page, 'Boiler-house flue grate, broken bars', 'Job');
  await expect(page.getByLabel('Hottest')).toHaveValue('1742 °F');
  await page.getByLabel('Hottest').fill('900 C');
  await expect(page.getByText('900 °C (1652 °F)')).toBeVisible();
  await page.getByLabel('Coldest').fill('1800');
  await expect(page.getByText('the coldest must not lie above the hottest')).toBeVisible();
  await page.getByLabel('Coldest').fill('a cold one');
  await expect(page.getByText(/^not understood: give a form such as -20/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Coldest')).toHaveValue('a cold one');
  await page.getByLabel('Coldest').fill('68');
  await expect(page.getByText('20 °C (68 °F)')).toBeVisible();
  await saved(page);

  await page.goto(settings);
  await page.getByRole('radio', { name: 'millimetres' }).click();
  await page.getByRole('radio', { name: '°C' }).click();
  await saved(page);
});

test('machines, gases, acceptance profiles and rates are kept, and faults stand at their field', async ({
  page,
  demo,
}) => {
  await page.goto(new URL('/settings', demo.url).href);
  const machines = page.getByRole('region', { name: 'Machines' });
  await machines.getByRole('button', { name: 'Add a machine' }).click();
  const machine = machines.getByRole('group', { name: 'Machine 3' });
  await expect(machine.getByText(/From this socket: TIG about \d+ to \d+ A, stick about \d+ to \d+ A/)).toBeVisible();
  await machine.getByLabel('Fuse, A').fill('1');
  await expect(machine.getByText('give 3 to 200 A')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'not saved' })).toBeVisible();
  await machine.getByLabel('Fuse, A').fill('32');
  await machine.getByLabel('Most current on its plate, A').fill('150');
  await expect(machine.getByText(/TIG its full 150 A/)).toBeVisible();

  const gases = page.getByRole('region', { name: 'Gases' });
  await gases.getByLabel('Usual flow').fill('15 cfh');
  await expect(gases.getByText('7.1 L/min (15 cfh)')).toBeVisible();

  const profiles = page.getByRole('region', { name: 'Acceptance profiles' });
  await profiles.locator('summary', { hasText: 'Carries load' }).click();
  await profiles.getByLabel('Ferrite to, FN').locator('visible=true').fill('2');
  await expect(profiles.getByText('the most ferrite must not lie below the least')).toBeVisible();
  await profiles.getByLabel('Ferrite to, FN').locator('visible=true').fill('18');
  await page.getByLabel('Labour, an hour').fill('62,50');
  await saved(page);

  await page.reload();
  await expect(machines.getByRole('group', { name: 'Machine 3' }).getByLabel('Fuse, A')).toHaveValue('32');
  await expect(gases.getByLabel('Usual flow')).toHaveValue('15 cfh');
  await expect(profiles.getByText(/FN 3 to 18/)).toBeVisible();
  await expect(page.getByLabel('Labour, an hour')).toHaveValue('62.5');

  await machines.getByRole('button', { name: 'Remove Machine 3' }).click();
  await expect(machines.getByRole('group')).toHaveCount(4);
  await saved(page);
  await page.getByRole('button', { name: /Take back the change to the settings/ }).click();
  await expect(machines.getByRole('group', { name: 'Machine 3' })).toBeVisible();
  await machines.getByRole('button', { name: 'Remove Machine 3' }).click();
  await saved(page);
});

test('two people in the settings see each other, and a field both changed is shown side by side', async ({
  browser,
  demo,
}) => {
  await twoPeople(browser, async ({ page: mine, browser: here }, { page: theirs }) => {
    for (const page of [mine, theirs]) {
      await page.goto(new URL('/settings', demo.url).href);
      await expect(shopName(page)).toHaveValue('Works depot');
    }
    await theirs.getByRole('radio', { name: 'cfh' }).click();
    await expect(mine.getByRole('radio', { name: 'cfh' })).toHaveAttribute('aria-checked', 'true');
    await here.setOffline(true);
    await shopName(mine).fill('Depot north');
    await expect(mine.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
    await shopName(theirs).fill('Depot south');
    await saved(theirs);
    await here.setOffline(false);
    const panel = mine.getByRole('alert', { name: /Changed twice: Name/ });
    await expect(panel).toContainText('Depot south');
    await panel.getByRole('button', { name: 'Take theirs' }).click();
    await expect(shopName(mine)).toHaveValue('Depot south');
    await shopName(theirs).fill('Works depot');
    await theirs.getByRole('radio', { name: 'L/min' }).click();
    await saved(theirs);
  });
});

test('a left-handed page has the standing answer on the left, and stays so', async ({ page, demo }) => {
  await page.goto(new URL('/settings', demo.url).href);
  await page.getByRole('radio', { name: 'left hand' }).click();
  await page.goto(demo.url);
  await stage(page, 'Screen rake, loose tine', 'Joint');
  const answer = await page.getByRole('complementary', { name: 'Standing answer' }).boundingBox();
  const work = await part(page).boundingBox();
  expect(answer?.x ?? Infinity).toBeLessThan(work?.x ?? 0);
});
