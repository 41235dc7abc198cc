import { runSql } from './support/database';
import { expect, test } from './support/fixtures';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';

test('a board of ten thousand jobs is paged, searched and filtered without reading them all', async ({ page }) => {
  const directory = newDataDirectory();
  const program = await startProgram('start', directory);
  try {
    runSql(
      program,
      'variatum',
      `insert into job (id, workshop_id, title, item, state, stage, service, created_at, updated_at)
       select gen_random_uuid(), '00000000-0000-4000-8000-000000000001', 'Railing ' || n, 'part number ' || n * 7919,
         (array['bench', 'waiting', 'inspect', 'out'])[1 + n % 4], 'job', '{}'::jsonb,
         now() - n * interval '1 hour', now() - n * interval '1 minute' from generate_series(1, 10000) n`,
    );
    await page.goto(program.url);
    const bench = page.getByRole('region', { name: 'Being identified' });
    await expect(bench.getByRole('heading')).toContainText('5000');
    // However many there are, a page of them is all the browser holds.
    await expect(page.locator('a.job')).toHaveCount(36);
    await bench.getByRole('button', { name: /Show more of 4988/ }).click();
    await expect(bench.locator('a.job')).toHaveCount(24);

    await page.getByRole('searchbox', { name: 'Search jobs' }).fill('number 79182081');
    await expect(page.locator('a.job')).toHaveCount(1);
    await expect(page.getByRole('link', { name: /Railing 9999/ })).toBeVisible();
    await page.getByRole('searchbox', { name: 'Search jobs' }).fill('');

    await page.getByRole('button', { name: 'Filter' }).click();
    await page.getByLabel('Came in until').fill(new Date(Date.now() - 400 * 86_400_000).toISOString().slice(0, 10));
    await expect(bench.getByRole('heading')).not.toContainText('5000');
    await expect(page.getByRole('link', { name: /^Railing 1 / })).toHaveCount(0);
    await bench.locator('a.job').first().click();
    await expect(page.getByRole('heading', { name: /^Railing 9\d\d\d/ })).toBeVisible();
  } finally {
    await program.stop();
    removeDataDirectory(directory);
  }
});
