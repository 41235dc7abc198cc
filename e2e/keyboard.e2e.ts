import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';

/** Presses Tab until an element with this name has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let presses = 0; presses < 90; presses++) {
    await page.keyboard.press('Tab');
    const focused = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null;
      const labelled = element?.getAttribute('aria-labelledby');
      const label =
        (element as HTMLInputElement | null)?.labels?.[0]?.textContent ??
        (labelled ? document.getElementById(labelled)?.textContent : null);
      return (
        [element?.getAttribute('aria-label'), label, element?.textContent]
          .find((text) => text && text.trim() !== '')
          ?.trim() ?? ''
      );
    });
    if (name.test(focused)) return;
  }
  throw new Error(`Tab never came to ${name}`);
}

test('a first repair from the board to the decision without a mouse', async ({ page, demo }) => {
  await page.goto(demo.url);
  await tabTo(page, /^New job$/);
  await page.keyboard.press('Enter');
  // The field has the focus: who starts a job types its name next.
  await expect(page.getByLabel('What came in?')).toBeFocused();
  await page.keyboard.type('Keyboard bench');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Keyboard bench' })).toBeVisible();

  await page.keyboard.press('Alt+2');
  await tabTo(page, /^Add a piece$/);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-piece="0"]')).toBeVisible();

  await page.keyboard.press('Alt+3');
  await expect(page.getByTestId('candidate').first()).toBeVisible();
  await tabTo(page, /^Magnet/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^flat, not worked$/);
  await page.keyboard.press('Space');
  await tabTo(page, /^no pull$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Log of tests' }).getByText('no pull, flat, not worked')).toBeVisible();

  await page.keyboard.press('Alt+4');
  await expect(page.getByRole('radio', { name: 'Bevelled butt' })).toBeVisible();
  await tabTo(page, /^(Bevelled butt|Square butt)$/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.getByRole('radio', { name: 'Fillet or tee' })).toHaveAttribute('aria-checked', 'true');

  await page.keyboard.press('Alt+5');
  await expect(page.getByText(/order settled|first places are close/)).toBeVisible();
  await tabTo(page, /^Decide on/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Decision' }).getByText(/recommended then/)).toBeVisible();
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
