import { expect, test } from './support/fixtures';
import { keptOperations } from './support/kept-operations';
import { freePortFor } from './support/free-port';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';

test('what is typed while the server is gone arrives exactly once, in order, even after the page was closed', async ({
  browser,
}) => {
  const directory = newDataDirectory();
  const port = await freePortFor();
  let program = await startProgram('start', directory, port);
  const context = await browser.newContext();
  try {
    const page = await context.newPage();
    await page.goto(program.url);
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('What came in?').fill('Typed in a cellar');
    await page.getByRole('button', { name: 'Start the job' }).click();
    const strip = page.getByRole('navigation', { name: 'Stages of the work' });
    await strip.getByRole('link', { name: 'Pieces' }).click();
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
    const address = page.url();

    await program.kill();
    const first = page.locator('[data-piece="0"]');
    await first.getByLabel('Name').fill('Pump foot');
    await first.getByLabel('Thickness at the joint').fill('1/4"');
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await page.locator('[data-piece="1"]').getByLabel('Name').fill('Pipe');
    await expect(page.getByRole('status').filter({ hasText: 'does not answer' })).toBeVisible();
    // The page is closed with everything still unsent.
    await expect.poll(() => keptOperations(page)).toBe(3);
    await page.close({ runBeforeUnload: false });

    program = await startProgram('start', directory, port);
    const later = await context.newPage();
    await later.goto(address);
    await expect(later.locator('[data-piece="1"]').getByLabel('Name')).toHaveValue('Pipe');
    await expect(later.locator('[data-piece="0"]').getByLabel('Name')).toHaveValue('Pump foot');
    await expect(later.locator('[data-piece="0"]').getByLabel('Thickness at the joint')).toHaveValue('1/4"');
    await expect(later.locator('section[data-piece]')).toHaveCount(2);
    await expect(later.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
    await later.reload();
    await expect(later.locator('section[data-piece]')).toHaveCount(2);
  } finally {
    await context.close();
    await program.stop();
    removeDataDirectory(directory);
  }
});
