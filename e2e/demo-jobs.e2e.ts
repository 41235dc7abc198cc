import { DEMO_JOBS } from '../apps/server/src/demo/jobs';
import { expect, test } from './support/fixtures';

const STAGES = ['Job', 'Pieces', 'Identify', 'Joint', 'Rod'];

for (const { title, pieces } of DEMO_JOBS)
  test(`opens without complaint: ${title}`, async ({ page, demo, complaints }) => {
    await page.goto(demo.url);
    // Another test may have started a job from this one: only the very title will do.
    await page.locator('a.job', { has: page.getByText(title, { exact: true }) }).click();
    const strip = page.getByRole('navigation', { name: 'Stages of the work' });
    for (const name of STAGES) {
      await strip.getByRole('link', { name }).click();
      await expect(strip.getByRole('link', { name })).toHaveAttribute('aria-current', 'step');
    }
    await expect(page.getByTestId('standing-rod')).not.toBeEmpty();
    await expect(page.getByText(/order settled|the first places are close/)).toBeVisible();
    await strip.getByRole('link', { name: 'Pieces' }).click();
    await expect(page.locator('section[data-piece]')).toHaveCount(pieces.length);
    expect(complaints.list).toEqual([]);
  });

test('rack and reference open without complaint', async ({ page, demo, complaints }) => {
  await page.goto(demo.url);
  await page.getByRole('link', { name: 'Rod rack' }).click();
  await expect(page.getByText('ER309LMo').first()).toBeVisible();
  await page.getByRole('link', { name: 'Reference' }).click();
  await expect(page.getByText('S32205').first()).toBeVisible();
  expect(complaints.list).toEqual([]);
});
