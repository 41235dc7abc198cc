import { expect, type Locator, type Page } from '@playwright/test';

/** What is said of the piece that is looked at, and its sizes. */
export const piece = (page: Page): Locator => page.locator('va-piece-card, va-piece-measures');

/** Looks at a piece by its letter. */
export const lookAt = (page: Page, letter: string): Promise<void> =>
  page
    .getByRole('tablist', { name: 'Piece' })
    .getByRole('tab', { name: new RegExp(`^${letter}( |$)`) })
    .click();

/** How many pieces the job has: more than one stand in a row. */
export const pieceTabs = (page: Page): Locator => page.getByRole('tablist', { name: 'Piece' }).getByRole('tab');

/** The picture of the part. */
export const part = (page: Page): Locator => page.getByRole('region', { name: 'The part' });

/** A joint in the picture, by its number. */
export const joint = (page: Page, number: number): Locator =>
  part(page).getByRole('button', { name: `Joint ${number}`, exact: true });

/** Looks at a joint by its number in the picture. */
export const lookAtJoint = (page: Page, number: number): Promise<void> =>
  joint(page, number).locator('circle.number').click();

export const stage = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name }).click();

/**
 * Opens a job from the board by its whole name: other stories leave copies of it there, called the same and a word
 * more. It is searched for, because with many jobs on the board it need not stand on the first page.
 */
export async function openJob(page: Page, title: string): Promise<void> {
  await page.getByRole('searchbox', { name: 'Search jobs' }).fill(title);
  await page
    .getByRole('link')
    .filter({ has: page.getByText(title, { exact: true }) })
    .click();
}

/**
 * Opens the form of a test; one that is not among the first stands under the others. A new answer puts other tests in
 * front, also between a look and a press: then one looks again, as a person does.
 */
export async function openTest(page: Page, name: string): Promise<void> {
  const tests = page.getByRole('region', { name: 'Log a test' }).getByRole('group', { name: 'Tests' });
  const test = tests.getByRole('button', { name: new RegExp(`^${name}`) });
  const others = tests.getByRole('button', { name: /^other/ });
  await expect(async () => {
    if ((await test.count()) === 0) await others.click({ timeout: 5_000 });
    if ((await test.getAttribute('aria-pressed', { timeout: 5_000 })) !== 'true') await test.click({ timeout: 5_000 });
    await expect(test).toHaveAttribute('aria-pressed', 'true', { timeout: 5_000 });
  }).toPass();
}
