import type { Plan } from '@variatum/contracts';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { jobOf } from './support/meters';
import { lookAtJoint, openJob, stage } from './support/part';

/** Opens a part of the page beside the pictures. */
const side = (page: Page, name: string): Promise<void> =>
  page.getByRole('tablist', { name: 'Prepare' }).getByRole('tab', { name }).click();

/** Minutes of words such as `1 h 10`, `45 min` or `30 s`. */
function minutesOf(words: string): number {
  const [, hours, rest] = /^(\d+) h (\d+)$/.exec(words) ?? [];
  if (hours !== undefined) return 60 * Number(hours) + Number(rest);
  const [, figure = 'NaN', unit] = /^([\d.]+) (min|s)$/.exec(words) ?? [];
  return unit === 's' ? Number(figure) / 60 : Number(figure);
}

/** What is rounded to whole minutes, or to quarters of an hour where it is long. */
const near = (minutes: number): number => Math.max(1, 0.06 * minutes);

for (const title of [
  'Greenhouse steam coil, pinhole',
  'Drain pump volute, broken stub',
  'Fountain nozzle ring, cracked spigot',
])
  test(`one plan in every room: ${title}`, async ({ page, demo }) => {
    const { id } = await jobOf(page.request, demo.url, title);
    const plan = (await (await page.request.get(`${demo.url}api/jobs/${id}/plan`)).json()) as Plan;
    const [first] = plan.joints;
    if (!first) throw new Error('the job has no joint');
    await page.goto(demo.url);
    await openJob(page, title);

    // The rod: the standing answer, the settings and the torch.
    await stage(page, 'Rod');
    const rod = first.rod.used ?? 'No rod';
    await expect(page.getByTestId('standing-rod')).toHaveText(rod);

    await stage(page, 'Prepare');
    await side(page, 'Settings');
    await expect(page.getByRole('region', { name: 'Settings' })).toContainText(first.rod.used ?? 'no rod');
    const current = page
      .getByRole('region', { name: 'Settings' })
      .getByRole('term')
      .filter({ hasText: /^Current$/ });
    await expect(current.locator('xpath=following-sibling::dd[1]')).toContainText(
      `${first.passes[0]?.amps.median ?? ''} A`,
    );

    await side(page, 'List');
    // Tacks: the list, joint by joint; what is not held together has none.
    for (const { number, tacks, alikeTo } of plan.joints) {
      const item = page.getByText(new RegExp(`tacks on joint ${number}\\b`));
      if (tacks && alikeTo === null)
        await expect(item.first()).toContainText(`${tacks.atMm.length} tacks on joint ${number}`);
      else await expect(item).toHaveCount(0);
    }

    // The torch begins where the plan does, with the first of as many tacks, or runs.
    const begins = plan.steps.find((step) => step.do === 'tack' || step.do === 'run');
    const turn = plan.joints.find(({ id: joint }) => joint === begins?.joint);
    if (!begins || !turn) throw new Error('the plan strikes no arc');
    await stage(page, 'Weld');
    if (turn !== first) {
      await expect(page.getByTestId('torch-what')).toHaveText(`Joint ${turn.number}`);
      await lookAtJoint(page, turn.number);
    }
    const arcs = plan.steps.filter((step) => step.do === begins.do && step.joint === turn.id);
    const seam = page.getByRole('img', { name: /^The seam: 0 of \d+ done/ });
    const all = plan.steps.filter(({ joint, do: what }) => joint === turn.id && (what === 'tack' || what === 'run'));
    await expect(seam).toHaveAccessibleName(new RegExp(`^The seam: 0 of ${all.length} done`));
    expect(arcs.length).toBeGreaterThan(0);

    // Minutes: the price is made from the plan's, waits for the metal among them.
    await stage(page, 'Record');
    const about = page.getByTestId('quote-total').getByText(/of work$/);
    await expect(about).toBeVisible();
    const [said = ''] = ((await about.textContent()) ?? '').trim().split(' (');
    const { total, cool } = plan.minutes;
    expect(Math.abs(minutesOf(said) - total.median)).toBeLessThanOrEqual(near(total.median));
    const waits = page.getByRole('row', { name: /^Wait for the metal to cool/ });
    if (cool.median < 0.5) await expect(waits).toHaveCount(0);
    else {
      const cell = (await waits.getByRole('cell').first().textContent()) ?? '';
      expect(Math.abs(minutesOf(cell.trim()) - cool.median)).toBeLessThanOrEqual(near(cool.median));
    }
  });
