import { expect, test } from './support/fixtures';

test('bad input is shown at its field, and nothing typed is lost', async ({ page, demo }) => {
  await page.goto(demo.url);
  await page.getByRole('link', { name: /Park gate latch/ }).click();
  const strip = page.getByRole('navigation', { name: 'Stages of the work' });
  await strip.getByRole('link', { name: 'Pieces' }).click();
  const pin = page.locator('[data-piece="0"]');
  const thickness = pin.getByLabel('Thickness at the joint');
  await thickness.fill('12 half');
  await expect(pin.getByRole('alert')).toHaveText(/not understood/);
  await expect(thickness).toHaveValue('12 half');
  await thickness.fill('900');
  await expect(pin.getByRole('alert')).toHaveText(/0.1 to 300 mm/);
  await pin.getByLabel('Where it came from, marks').fill('from the north gate');
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await expect(thickness).toHaveValue('900');
  await thickness.fill('1/2"');
  await expect(pin.getByText('12.7 mm (1/2 in)')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();
  await page.reload();
  await expect(thickness).toHaveValue('1/2"');
  await expect(pin.getByLabel('Where it came from, marks')).toHaveValue('from the north gate');

  await strip.getByRole('link', { name: 'Identify' }).click();
  await page.getByLabel('Log a test').getByRole('button', { name: 'Hand-held analyser' }).click();
  await page.getByLabel('Cr, %').fill('181');
  await page.getByRole('button', { name: 'Log the reading' }).click();
  await expect(page.getByText('181 is outside 0 to 100 mass percent')).toBeVisible();
  await expect(page.getByLabel('Cr, %')).toHaveValue('181');

  await strip.getByRole('link', { name: 'Joint' }).click();
  await page.getByLabel('Dilution, % (base metal in the pool)').fill('140');
  await expect(page.getByRole('alert').filter({ hasText: 'percentage from 0 to 100' })).toBeVisible();
});
