import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob, stage } from './support/part';
import { saved } from './support/saved';

const side = (page: Page, name: string): Promise<void> =>
  page.getByRole('tablist', { name: 'Prepare' }).getByRole('tab', { name }).click();
const plan = (page: Page, id: string) =>
  page.getByRole('region', { name: 'Orders beside each other' }).locator(`[data-plan="${id}"]`);

/** Widest reach of colour on side A, mm. */
async function coloured(page: Page): Promise<number> {
  const words = await page.getByTestId('tints').locator('p').first().textContent();
  return Number(/to ([\d.]+) mm/.exec(words ?? '')?.[1] ?? 0);
}

test('heat is played and pulled through, a chill bar narrows the colours, an order is chosen, edited and kept', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Greenhouse steam coil, pinhole');
  await stage(page, 'Prepare');
  await side(page, 'Heat, order');
  await expect(plan(page, 'onceRound')).toBeVisible();
  await expect(page.getByTestId('heat-remarks')).toContainText('carbides want');
  // What is found pulls less than once round.
  const pull = async (id: string): Promise<number> =>
    Number.parseFloat((await plan(page, id).locator('.figure').last().textContent()) ?? '') || 0;
  expect(await pull('found')).toBeLessThan(0.7 * (await pull('onceRound')));

  // Pulled through by hand and by keys, then played.
  const moment = page.getByRole('slider', { name: 'Moment of the weld' });
  await moment.fill('20');
  await expect(page.getByTestId('moment')).toHaveText('0:20');
  await expect(page.getByRole('group', { name: /^Heat beside the seam after \d+ s, hottest \d+ °C/ })).toBeVisible();
  await moment.press('ArrowRight');
  await expect(page.getByTestId('moment')).not.toHaveText('hottest');
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(page.getByTestId('moment')).not.toHaveText('0:20');
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Hottest' }).click();
  await expect(page.getByTestId('moment')).toHaveText('hottest');

  // Copper on both sides, then nearer: colours end sooner each time.
  const bare = await coloured(page);
  await page.getByRole('button', { name: 'Copper on both sides' }).click();
  await expect.poll(() => coloured(page)).toBeLessThan(bare);
  const barred = await coloured(page);
  const bar = page.getByRole('slider', { name: 'Chill bar 2' });
  await bar.press('PageUp');
  await expect(bar).toHaveAttribute('aria-valuenow', '10');
  await expect.poll(() => coloured(page)).toBeLessThan(barred);
  await saved(page);

  // One of the usual orders is taken, then changed by hand and taken anew; it is still there when the page is loaded
  // again.
  await plan(page, 'quarters').click();
  await page.getByRole('button', { name: 'Weld in this order' }).click();
  await expect(page.getByTestId('chosen')).toBeVisible();
  await page.getByText('Change the order by hand').click();
  await page.getByRole('button', { name: 'Turn run 1 round' }).click();
  await page.getByRole('button', { name: 'Run 2 earlier' }).click();
  await expect(plan(page, 'own')).toContainText('your own');
  await page.getByRole('button', { name: 'Weld in this order' }).click();
  await expect(page.getByTestId('chosen')).toBeVisible();
  await saved(page);
  await page.reload();
  await side(page, 'Heat, order');
  await expect(page.getByTestId('chosen')).toBeVisible();
  await expect(plan(page, 'own')).toHaveAttribute('aria-pressed', 'true');
  // Handed on: it stands on the bench sheet.
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('va-bench-sheet')).toContainText(/Order\s*your own: 1: /);
});

test('a long simulation is stopped, and typing never waits on it', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Ozone plant, vaporiser drain stub');
  await stage(page, 'Prepare');
  await side(page, 'Heat, order');
  await expect(page.getByRole('region', { name: 'Orders beside each other' })).toBeVisible();
  const passes = page.getByLabel('Passes', { exact: true });
  await passes.fill('12');
  await expect(page.getByTestId('heat-running').or(page.getByTestId('search-running')).first()).toBeVisible();
  // While it runs the page answers at once: a key is in its field before the worker has said anything more.
  const travel = page.getByLabel('Travel, mm/s');
  await travel.pressSequentially('1.5');
  await expect(travel).toHaveValue('1.5');
  const running = page.getByTestId('heat-running').or(page.getByTestId('search-running')).first();
  await expect(running).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).first().click();
  await expect(page.getByTestId('heat-stopped').or(page.getByTestId('search-stopped')).first()).toBeVisible();
  // A figure out of range stands at its field, and nothing is lost.
  await passes.fill('40');
  await expect(page.getByText('give 1 to 12 passes')).toBeVisible();
  await passes.fill('2');
  await expect(page.getByTestId('heat-remarks')).toContainText(/Wait \d+ times|no wait/);
});

test('an order keeps to what is reached and stays free, a run is fixed, tints and wall are shown', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Fountain nozzle ring, cracked spigot');
  await stage(page, 'Prepare');
  await side(page, 'Heat, order');
  await expect(page.getByTestId('heat-remarks')).toContainText('Thick to thin');
  const order = page.getByRole('img', { name: /^Order of a pass, / });

  // Below is out of reach: rolled for it at first, then, as it cannot be rolled, left unwelded, which is said.
  await page.getByRole('button', { name: 'Something is out of reach' }).click();
  await expect(page.getByTestId('order-turns')).toContainText('Roll the part');
  await expect(order).toHaveAttribute('aria-label', /turn the part, from/);
  await page.getByRole('radiogroup', { name: 'Can it be rolled' }).getByRole('radio', { name: 'No' }).click();
  await expect(page.getByTestId('heat-remarks')).toContainText('Stays unwelded: 4.0 o’clock to 8.0 o’clock');
  await expect(page.getByTestId('order-turns')).toHaveCount(0);
  await page.getByLabel('Out of reach 1 from, o’clock').fill('5');
  await expect(page.getByTestId('heat-remarks')).toContainText('Stays unwelded: 5.0 o’clock');
  await page.getByLabel('Out of reach 1 from, o’clock').fill('99');
  await expect(page.getByText('give 0 to 12 o’clock')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Out of reach 1' }).click();
  await expect(page.getByTestId('heat-remarks')).not.toContainText('Stays unwelded');

  // A run of the order is fixed: whatever is found comes after it.
  await page.getByText('Change the order by hand').click();
  await plan(page, 'quarters').click();
  await page.getByRole('button', { name: 'Run 3 first, whatever follows' }).click();
  await plan(page, 'found').click();
  await expect(page.getByRole('button', { name: 'Run 1 first, whatever follows' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(order).toHaveAttribute('aria-label', /1: from 90° to 180°/);

  // Colour asked to stay nearer than even cold metal colours is said to be out of reach.
  await page.getByLabel('Colour at most, mm from the seam').fill('2');
  await expect(page.getByTestId('heat-remarks')).toContainText('Even cold metal colours farther');

  const shown = page.getByRole('radiogroup', { name: 'Shown' });
  await shown.getByRole('radio', { name: 'Tint outside' }).click();
  await expect(page.getByRole('group', { name: 'Colours the weld leaves outside' })).toBeVisible();
  await expect(page.getByTestId('moment')).toHaveText('when cold');
  await shown.getByRole('radio', { name: 'Wall' }).click();
  await expect(page.getByRole('img', { name: /^Through the wall, pass 1 on metal of \d+ °C/ })).toBeVisible();
  await page.getByRole('button', { name: 'Play' }).click();
  await expect(shown.getByRole('radio', { name: 'Heat' })).toBeChecked();
  await saved(page);
});
