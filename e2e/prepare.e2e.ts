import type { Locator, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { joint, openJob, stage } from './support/part';
import { saved } from './support/saved';

const list = (page: Page): Locator => page.getByRole('region', { name: 'Preparation' });
const item = (page: Page, words: RegExp): Locator => list(page).getByRole('listitem').filter({ hasText: words });
const side = (page: Page, name: string): Promise<void> =>
  page.getByRole('tablist', { name: 'Prepare' }).getByRole('tab', { name }).click();

test('the steam coil: dams, a vent, the order on the line, and a wait that runs on', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Greenhouse steam coil, pinhole');
  await stage(page, 'Prepare');
  const wait = page.getByTestId('purge-wait');
  await expect(wait).toContainText('Wait');
  const whole = await wait.textContent();
  // One purge for four joints: the farthest from the feed goes first.
  const order = page.getByRole('region', { name: 'Order on the line' }).getByRole('listitem');
  await expect(order).toHaveCount(4);
  await expect(order.first()).toContainText('Joint 4');
  await expect(page.getByTestId('vent-reasons')).toContainText(
    /Drill [\d.]+ mm \(\d+\/\d+"\): below .* blows out, above .* sags/,
  );

  await side(page, 'Back');
  await page.getByRole('button', { name: 'Dams beside the joint' }).click();
  const dam = page.getByRole('slider', { name: 'Dam 1' });
  await expect(dam).toBeVisible();
  await expect(wait).not.toHaveText(whole ?? '');
  const gas = page.getByTestId('purge-gas');
  const dammed = await gas.textContent();
  await expect(order).toHaveCount(2);
  // A dam pulled away from the joint: more room, more gas, a longer wait, at once.
  await dam.scrollIntoViewIfNeeded();
  const box = await dam.boundingBox();
  if (!box) throw new Error('the dam has no handle');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 45, y, { steps: 8 });
  await expect(gas).not.toHaveText(dammed ?? '');
  await page.mouse.up();
  const pulled = await gas.textContent();
  await saved(page);
  // By keys as well.
  for (let press = 0; press < 4; press++) await dam.press('PageDown');
  await expect(gas).not.toHaveText(pulled ?? '');

  // A vent hole that is too small blows the pool out, and says so.
  const hole = page.getByRole('slider', { name: 'Vent hole' });
  for (let press = 0; press < 2; press++) await hole.press('PageDown');
  await expect(hole).toHaveAttribute('aria-valuetext', /blows out/);
  await expect(page.getByTestId('vent-reasons')).toContainText('blown out');
  await hole.press('PageUp');
  await hole.press('PageUp');
  await expect(hole).toHaveAttribute('aria-valuetext', /flush/);

  // The clock runs on when the page is closed.
  await page.getByRole('button', { name: 'Gas on: start the clock' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('timer')).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Stages of the work' })).toContainText('gas on');
  await page.getByRole('button', { name: 'Gas off' }).click();
  await expect(page.getByRole('timer')).toBeHidden();

  // A leak that keeps the level above the target is called what it is.
  await side(page, 'Back');
  await page.getByRole('radio', { name: 'Gappy' }).click();
  await page.getByLabel('Oxygen to come down to, ppm').fill('20');
  await expect(wait).toHaveText('Not reachable');
  await page.getByLabel('Oxygen to come down to, ppm').fill('0');
  await expect(page.getByText('give 1 to 200000 ppm')).toBeVisible();
  await page.getByLabel('Oxygen to come down to, ppm').fill('');
  await saved(page);
});

test('what is to be done first: volute, ladder and chute get the list of their metal; offline too', async ({
  page,
  demo,
  context,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Drain pump volute, broken stub');
  await stage(page, 'Prepare');
  const school = item(page, /choose one way and keep to it/);
  await expect(school.getByRole('radio')).toHaveCount(2);
  await expect(item(page, /Peen every short bead/)).toBeVisible();
  await expect(item(page, /Clamp A .*mating face/)).toBeVisible();
  await expect(item(page, /Bake A/)).toBeVisible();

  // Cut off from the server it all goes on: ticked, skipped with its consequence, chosen. What reckons the settings is
  // fetched when the job is opened and is not kept by a service worker here, so it has to be there before the network
  // goes.
  await side(page, 'Settings');
  const settings = page.getByRole('region', { name: 'Settings' });
  await expect(settings.getByRole('term').filter({ hasText: 'Current' })).toBeVisible();
  await side(page, 'List');
  await context.setOffline(true);
  await page.getByRole('checkbox', { name: /Wipe with acetone/ }).click();
  await school.getByRole('radio', { name: /^Cold/ }).click();
  const peen = item(page, /Peen every short bead/);
  await peen.getByText('Why, and what if not').click();
  await peen.getByRole('button', { name: 'Skip it' }).click();
  await expect(peen.getByRole('status')).toHaveText('Skipped: cracks beside the bead.');
  await side(page, 'Settings');
  await expect(settings.getByRole('term').filter({ hasText: 'Current' })).toBeVisible();
  await settings.getByText('Set otherwise').click();
  await settings.getByLabel('Current, A').fill('400');
  await expect(settings.getByText(/400 A is \d+ % over the range: the pool is hard to hold/)).toBeVisible();
  await expect(settings.getByText(/^Melts through [AB] in \d+ of 100 beads: less current/)).toBeVisible();
  await context.setOffline(false);
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('preparation-count')).toContainText('1 of');
  await expect(page.getByRole('checkbox', { name: /Wipe with acetone/ })).toBeChecked();
  await expect(peen.getByRole('status')).toContainText('Skipped');
  await expect(school.getByRole('radio', { name: /^Cold/ })).toBeChecked();
  await side(page, 'Settings');
  await expect(settings.getByText(/400 A is/)).toBeVisible();

  // The pool ladder shows both schools of its old weld, reckoned.
  await page.goto(demo.url);
  await openJob(page, 'Pool ladder, pitted old weld');
  await stage(page, 'Prepare');
  await expect(page.getByTestId('old-weld-ways').first()).toContainText(/Over it: .* lost\. Cut out: .* lost/);
  await expect(item(page, /Stop-drill/).first()).toBeVisible();

  // Hydrogen in the gas on a ferritic sheet must not be.
  await page.goto(demo.url);
  await openJob(page, 'Salt-spreader chute, torn at the hinge');
  await stage(page, 'Joint');
  await page.getByText('Cover, restraint, dilution').click();
  await page.getByRole('radiogroup', { name: 'Gas', exact: true }).getByRole('button', { name: 'other' }).click();
  await page.getByRole('radio', { name: 'Argon with hydrogen' }).click();
  await stage(page, 'Prepare');
  await expect(item(page, /Do not use hydrogen/)).toContainText('First:');
  await expect(joint(page, 1)).toBeVisible();
});

test('the bench sheet is one page: settings, purge and tacks of the joint looked at', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Ozone plant, vaporiser drain stub');
  await stage(page, 'Prepare');
  await side(page, 'Settings');
  await expect(
    page.getByRole('region', { name: 'Settings' }).getByRole('term').filter({ hasText: 'Current' }),
  ).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  const sheet = page.getByRole('region', { name: 'Bench sheet' });
  await expect(sheet).toBeVisible();
  await expect(sheet).toContainText('Current');
  await expect(sheet).toContainText(/Fill at|Nothing is purged/);
  await expect(sheet).toContainText('Before the arc');
  await expect(page.getByRole('tablist', { name: 'Prepare' })).toBeHidden();
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
});
