import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openJob } from './support/part';

/** Name of what has the focus. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const element = document.activeElement as HTMLElement | null;
    const labelled = element?.getAttribute('aria-labelledby');
    const label =
      (element as HTMLInputElement | null)?.labels?.[0]?.textContent ??
      (labelled ? document.getElementById(labelled)?.textContent : null);
    const names = [element?.getAttribute('aria-label'), label, element?.textContent];
    return names.find((text) => text && text.trim() !== '')?.trim() ?? '';
  });

/** Presses a key until an element with this name has the focus. @returns how often it was pressed */
async function pressTo(page: Page, name: RegExp, key = 'Tab'): Promise<number> {
  for (let presses = 1; presses <= 90; presses++) {
    await page.keyboard.press(key);
    if (name.test(await focused(page))) return presses;
  }
  throw new Error(`${key} never came to ${name}`);
}

test('a first repair from the board to the decision without a mouse', async ({ page, demo }) => {
  await page.goto(demo.url);
  await pressTo(page, /^New job$/);
  await page.keyboard.press('Enter');
  // The field has the focus: who starts a job types its name next.
  await expect(page.getByLabel('What came in?')).toBeFocused();
  await page.keyboard.type('Keyboard bench');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Keyboard bench' })).toBeVisible();

  await page.keyboard.press('Alt+2');
  await pressTo(page, /^Add a piece$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Piece A', exact: true })).toBeVisible();

  await page.keyboard.press('Alt+3');
  await expect(page.getByTestId('candidate').first()).toBeVisible();
  // From the stage to the standing answer: the list of tests, the manner, the outcome. Whoever logs a test by keyboard
  // is at the answer then, without a step back.
  await expect(
    page.getByRole('region', { name: 'Log a test' }).getByRole('button', { name: /may move it to/ }),
  ).not.toHaveCount(0);
  let stops = await pressTo(page, /(min|days|minute)/);
  const magnet = page.getByRole('button', { name: /^Magnet/ });
  if ((await magnet.count()) === 0) {
    await pressTo(page, /^other/, 'ArrowRight');
    await page.keyboard.press('Enter');
    await expect(magnet).toBeVisible();
    await expect.poll(() => focused(page)).toMatch(/(min|days|minute)/);
  }
  if (!/^Magnet/.test(await focused(page))) await pressTo(page, /^Magnet/, 'ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('radio', { name: 'flat, not worked' })).toBeVisible();
  stops += 1;
  await expect.poll(() => focused(page)).not.toMatch(/^Magnet/);
  if ((await focused(page)) !== 'flat, not worked') await pressTo(page, /^flat, not worked$/, 'ArrowRight');
  await page.keyboard.press('Space');
  stops += await pressTo(page, /pull/);
  if ((await focused(page)) !== 'no pull') await pressTo(page, /^no pull$/, 'ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary', { name: 'Standing answer' })).toBeFocused();
  stops += 1;
  expect(stops).toBeLessThanOrEqual(6);
  await expect(page.getByRole('region', { name: 'Log of tests' }).getByText('no pull, flat, not worked')).toBeVisible();
  // And on from there: the next useful act opens its test, with the focus in it.
  // An answer that comes between look and press names another one: then one presses again, as a person does.
  const opened = page.getByRole('region', { name: 'Log a test' }).getByRole('button', { pressed: true });
  await expect(async () => {
    await pressTo(page, /^Next useful act/);
    await page.keyboard.press('Enter');
    await expect(opened).toHaveCount(1, { timeout: 5_000 });
  }).toPass();

  await page.keyboard.press('Alt+4');
  await expect(page.getByRole('radio', { name: 'Crack', exact: true })).toBeVisible();
  await pressTo(page, /^Crack$/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: 'Overlay', exact: true })).toHaveAttribute('aria-checked', 'true');

  await page.keyboard.press('Alt+5');
  await expect(page.getByText(/order settled|first places are close|to begin with: nothing/)).toBeVisible();
  await pressTo(page, /^Decide on/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Decision' }).getByText(/recommended then/)).toBeVisible();
});

test('going from piece to piece by arrow keys stays in the row of pieces', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Fountain nozzle ring, cracked spigot');
  await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Identify' }).click();
  await page.getByRole('tab', { name: /Spigot/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/piece=/);
  await expect(page.getByRole('tab', { name: /Ring tube/ })).toBeFocused();
  await expect(page.getByRole('tab', { name: /Ring tube/ })).toHaveAttribute('aria-selected', 'true');
});

test('keys pressed before the list of the search has arrived are kept in their order', async ({ page, demo }) => {
  // The list comes when the test says so, however fast or slow the machine is.
  let hand: () => void = () => undefined;
  const handed = new Promise<void>((resolve) => (hand = resolve));
  let held = false;
  await page.route(/chunk-.*\.js$/, async (route) => {
    const answer = await route.fetch();
    if ((await answer.text()).includes('find-hits')) {
      held = true;
      await handed;
    }
    await route.fulfill({ response: answer });
  });
  await page.goto(new URL('/rack', demo.url).href);
  const dialog = page.getByRole('dialog', { name: 'Find' });
  await expect(page.getByRole('button', { name: 'Find' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('help');
  await page.keyboard.press('Enter');
  await expect(dialog).toBeVisible();
  await expect.poll(() => held).toBe(true);
  hand();
  await expect(page.getByRole('heading', { name: 'Help', exact: true })).toBeVisible();
  await expect(dialog).toBeHidden();
});

test('jobs, grades and pages are found by name from anywhere, and the keys are told', async ({ page, demo }) => {
  await page.goto(new URL('/rack', demo.url).href);
  await expect(page.getByRole('button', { name: 'Find' })).toBeVisible();
  await page.keyboard.press('Control+k');
  const field = page.getByRole('combobox', { name: /Find a job/ });
  await field.fill('ladder');
  await expect(page.getByRole('option', { name: /Pool ladder/ }).first()).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /Pool ladder/ })).toBeVisible();

  await page.keyboard.press('Control+k');
  await field.fill('1.4404');
  await expect(page.getByRole('option', { name: /316L/ }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Reference' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: /^316L/ }).first()).toBeVisible();

  await page.keyboard.press('Control+k');
  await page.keyboard.press('Escape');
  await expect(field).toBeHidden();
  await page.getByRole('heading', { name: 'Reference' }).click();
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Ctrl Z');
});
