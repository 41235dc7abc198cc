import { expect, test } from './support/fixtures';

test('rods on the shelf keep diameter and note, changes are taken back, and another browser sees them', async ({
  page,
  browser,
  demo,
}) => {
  const address = new URL('/rack', demo.url).href;
  const other = await browser.newContext();
  try {
    await page.goto(address);
    const theirs = await other.newPage();
    await theirs.goto(address);
    const rod = page.locator('va-rack-rod', { has: page.getByText('ERNiCrMo-3', { exact: true }) });
    const same = theirs.locator('va-rack-rod', { has: theirs.getByText('ERNiCrMo-3', { exact: true }) });
    await expect(rod.getByRole('switch')).not.toBeChecked();
    await rod.getByRole('switch').click();
    await rod.getByLabel('Diameter').fill('1/1');
    await expect(rod.getByText('give 0.5 mm to 10 mm')).toBeVisible();
    await rod.getByLabel('Diameter').fill('1/16"');
    await expect(rod.getByText('1.59 mm (1/16 in)')).toBeVisible();
    await rod.getByLabel('Where, how much').fill('two tubes, top drawer');
    await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
    await expect(same.getByLabel('Where, how much')).toHaveValue('two tubes, top drawer');

    // Changes made close together are one step back; on a slow machine they are several.
    await expect(async () => {
      if (await rod.getByRole('switch').isChecked())
        await page.getByRole('button', { name: 'Take back the change to ERNiCrMo-3' }).click();
      await expect(rod.getByRole('switch')).not.toBeChecked({ timeout: 1000 });
    }).toPass();
    await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
    await page.reload();
    await expect(rod.getByRole('switch')).not.toBeChecked();
  } finally {
    await other.close();
  }
});

test('a shelf changed while the server is away arrives when it is back', async ({ page, context, demo }) => {
  await page.goto(new URL('/rack', demo.url).href);
  const rod = page.locator('va-rack-rod', { has: page.getByText('ER2594', { exact: true }) });
  await expect(rod.getByRole('switch')).not.toBeChecked();
  await context.setOffline(true);
  await rod.getByRole('switch').click();
  await expect(page.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
  await page.reload();
  await expect(rod.getByRole('switch')).toBeChecked();
  await rod.getByRole('switch').click();
  await expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
});
