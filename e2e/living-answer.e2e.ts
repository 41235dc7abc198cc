import { expect, test } from './support/fixtures';
import { openJob, openTest } from './support/part';

test('map, ranking and standing answer follow a logged test without a reload and without freezing the page', async ({
  page,
  demo,
  complaints,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Fountain nozzle ring, cracked spigot');
  const strip = page.getByRole('navigation', { name: 'Stages of the work' });
  await strip.getByRole('link', { name: 'Rod' }).click();
  const map = page.getByRole('img', { name: /Constitution map/ });
  await expect(map).toBeVisible();
  const before = {
    map: await map.getAttribute('aria-label'),
    rod: await page.getByTestId('standing-rod').textContent(),
  };

  // A mark on the page that a reload would wipe out, and a clock that a frozen page would stop.
  await page.evaluate(() => {
    const state = globalThis as unknown as { kept: boolean; beats: number };
    state.kept = true;
    state.beats = 0;
    const beat = (): void => {
      // Only while an answer is being computed.
      if (document.querySelector('va-standing-answer .state')?.textContent === 'computing') state.beats++;
      setTimeout(beat, 0);
    };
    beat();
  });

  await strip.getByRole('link', { name: 'Identify' }).click();
  await openTest(page, 'Sulphur spot');
  await page.getByRole('group', { name: 'What happened' }).getByRole('button', { name: 'none seen' }).click();
  await expect(page.getByTestId('standing-rod')).toHaveText('ER316L');
  expect(before.rod).not.toBe('ER316L');
  await strip.getByRole('link', { name: 'Rod' }).click();
  await expect(page.getByRole('region', { name: 'Ranking' }).getByRole('listitem').first()).toContainText('ER316L');
  await expect(map).not.toHaveAttribute('aria-label', before.map ?? '');

  const { kept, beats } = await page.evaluate(() => {
    const state = globalThis as unknown as { kept: boolean; beats: number };
    return { kept: state.kept, beats: state.beats };
  });
  expect(kept).toBe(true);
  // A page that computed the ranking itself would have stood still from the first "computing" to the answer.
  expect(beats).toBeGreaterThan(0);
  expect(complaints.list).toEqual([]);
});
