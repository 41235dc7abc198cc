import { DEMO_JOBS } from '../apps/server/src/demo/jobs';
import type { Plan } from '@variatum/contracts';
import { expect, test } from './support/fixtures';
import { openJob, part, pieceTabs } from './support/part';

const STAGES = ['Job', 'Pieces', 'Identify', 'Joint', 'Rod', 'Prepare', 'Weld', 'Inspect', 'Record'];

test('every job of the demo opens without complaint, one after another', async ({ page, demo, complaints }) => {
  await page.goto(demo.url);
  for (const { title, pieces, joints } of DEMO_JOBS) {
    await page.getByRole('link', { name: 'Job board' }).click();
    await openJob(page, title);
    const strip = page.getByRole('navigation', { name: 'Stages of the work' });
    for (const name of STAGES) {
      await strip.getByRole('link', { name }).click();
      await expect(strip.getByRole('link', { name })).toHaveAttribute('aria-current', 'step');
    }
    await expect(page.getByTestId('standing-rod')).not.toBeEmpty();
    await strip.getByRole('link', { name: 'Rod' }).click();
    await expect(page.getByText(/order settled|the first places are close|to begin with: nothing/)).toBeVisible();
    await strip.getByRole('link', { name: 'Pieces' }).click();
    await expect(pieceTabs(page)).toHaveCount(pieces.length > 1 ? pieces.length : 0);
    await expect(
      part(page)
        .getByRole('button', { name: /^Piece A/ })
        .first(),
    ).toBeVisible();
    await expect(part(page).getByRole('button', { name: /^Joint / })).toHaveCount(joints.length);
    // What the server plans is what the page stands by.
    const { pathname } = new URL(page.url());
    const answer = await page.request.get(new URL(`/api${pathname.match(/^\/jobs\/[^/]+/)?.[0]}/plan`, demo.url).href);
    const plan = (await answer.json()) as Plan;
    expect(plan.joints).toHaveLength(joints.length);
    const used = plan.joints[0]?.rod.used;
    if (used) await expect(page.getByTestId('standing-rod')).toContainText(used);
    expect([title, ...complaints.list]).toEqual([title]);
  }
});

test('rack and reference open without complaint', async ({ page, demo, complaints }) => {
  await page.goto(demo.url);
  await page.getByRole('link', { name: 'Rod rack' }).click();
  await expect(page.getByText('ER309LMo').first()).toBeVisible();
  await page.getByRole('link', { name: 'Reference' }).click();
  await expect(page.getByText('S32205').first()).toBeVisible();
  expect(complaints.list).toEqual([]);
});
