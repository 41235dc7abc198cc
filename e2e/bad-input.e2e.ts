import { expect, test } from './support/fixtures';
import { openJob, openTest, piece } from './support/part';

test('bad input is shown at its field, and nothing typed is lost', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Park gate latch, snapped pin');
  const strip = page.getByRole('navigation', { name: 'Stages of the work' });
  await strip.getByRole('link', { name: 'Pieces' }).click();
  const pin = piece(page);
  const thickness = pin.getByLabel('Thickness at the joint');
  await thickness.fill('12 half');
  await expect(pin.getByText(/^not understood: give a form such as/)).toBeVisible();
  await expect(thickness).toHaveValue('12 half');
  await thickness.fill('900');
  await expect(pin.getByText('give 0.1 mm to 300 mm')).toBeVisible();
  await pin.getByLabel('Where it came from').fill('from the north gate');
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
  await page.reload();
  await expect(thickness).toHaveValue('900');
  await expect(pin.getByText('give 0.1 mm to 300 mm')).toBeVisible();
  await thickness.fill('1/2"');
  await expect(pin.getByText('12.7 mm (1/2 in)')).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
  await page.reload();
  await expect(thickness).toHaveValue('1/2"');
  await expect(pin.getByLabel('Where it came from')).toHaveValue('from the north gate');

  await pin.getByLabel('Outside diameter').fill('10 mm');
  await pin.locator('va-select-field', { hasText: 'Form' }).locator('nz-select').click();
  await page.locator('nz-option-item', { hasText: 'tube' }).click();
  await expect(pin.getByText(/thicker than half the outside diameter/)).toBeVisible();

  await strip.getByRole('link', { name: 'Identify' }).click();
  await openTest(page, 'Hand-held analyser');
  await page.getByLabel('Cr, %').fill('181');
  await page.getByRole('button', { name: 'Log the reading' }).click();
  await expect(page.getByText('181 is outside 0 to 100 mass percent')).toBeVisible();
  await expect(page.getByLabel('Cr, %')).toHaveValue('181');

  await strip.getByRole('link', { name: 'Joint' }).click();
  await page.getByText('Cover, restraint, dilution').click();
  await page.getByLabel('Dilution, % (base metal in the pool)').fill('140');
  await expect(page.getByRole('alert').filter({ hasText: 'percentage from 0 to 100' })).toBeVisible();
});
