import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { goWithin } from './support/within';

// Each of them walks through the whole program: they share the workers among them.
test.describe.configure({ mode: 'parallel' });

/** Colours of the dim theme are the same at every size: they are looked at where most of them stand at once. */
const SIZES = [
  { name: 'bench tablet', width: 1280, height: 800, themes: ['day', 'dim'] },
  { name: 'phone', width: 390, height: 844, themes: ['day'] },
] as const;
const PAGES = ['/', '/rack', '/reference', '/logbook', '/settings', '/help'];
const STAGES = [
  'job',
  'pieces',
  'identify',
  'joint',
  'rod',
  'prepare',
  'prepare#heat',
  'weld',
  'weld?torch=1',
  'inspect',
  'record',
];

/** What lies folded on a page is opened too. */
const unfold = async (page: Page): Promise<void> => {
  const { pathname, hash } = new URL(page.url());
  if (hash === '#heat') {
    await page.getByRole('tab', { name: 'Heat, order' }).click();
    await expect(page.getByTestId('heat-remarks')).toBeVisible();
  }
  if (pathname === '/') await page.getByRole('button', { name: 'Filter' }).click();
  if (pathname === '/settings') await page.locator('summary', { hasText: 'Carries load' }).click();
  if (pathname === '/help') await page.getByLabel('Look for a test or a term').fill('a');
  if (pathname.endsWith('/pieces')) await page.getByRole('button', { name: 'It is two metals' }).first().click();
  if (pathname.endsWith('/joint')) {
    for (const folded of await page.locator('.beside summary').all()) await folded.click();
    await page.getByRole('button', { name: 'What is: Dilution' }).click();
  }
};

/** A theme changes colours and nothing else; outside a job a small screen changes sizes and nothing else. */
const OF_COLOUR = ['color-contrast'];
const OF_SIZE = ['target-size', 'scrollable-region-focusable'];

/**
 * What is wrong for assistive technology with the page as it is shown.
 * @param rules that are held; all of them when empty
 */
async function violationsOf(
  page: Page,
  path: string,
  theme: 'day' | 'dim',
  rules: readonly string[],
): Promise<readonly string[]> {
  // The page is shown in both: what it computes takes longest, and is the same.
  await page.evaluate((wanted) => void (document.documentElement.dataset['theme'] = wanted), theme);
  // Colours are judged when everything has come to rest.
  await page.evaluate(async () => {
    await document.fonts.ready;
    await Promise.all(document.getAnimations().map(({ finished }) => finished.catch(() => undefined)));
  });
  // One frame, judged in place. Rows of a long table are alike: the first dozen stand for all.
  const axe = new AxeBuilder({ page }).setLegacyMode().exclude('tbody tr:nth-child(n + 13)');
  const { violations } = await (
    rules.length === 0
      ? axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      : axe.withRules([...rules])
  ).analyze();
  return violations.map(({ id, nodes }) => {
    const where = nodes.map(({ target }) => target.join(' ')).slice(0, 3);
    return `${path}, ${theme}: ${id} at ${where.join(' | ')}`;
  });
}

for (const { name, width, height, themes } of SIZES)
  test(`every view is clean for assistive technology: ${name}, ${themes.join(' and ')} theme`, async ({
    page,
    demo,
    request,
  }) => {
    await page.setViewportSize({ width, height });
    const { jobs } = (await (await request.get(new URL('/api/jobs?search=fountain', demo.url).href)).json()) as {
      jobs: { id: string }[];
    };
    const job = jobs[0]?.id ?? '';
    const found: string[] = [];
    await page.goto(demo.url);
    for (const path of [...PAGES, ...STAGES.map((stage) => `/jobs/${job}/${stage}`)]) {
      // At the torch a page is opened by itself, as on a tablet that stands there.
      if (path.includes('?')) await page.goto(new URL(path, demo.url).href);
      else await goWithin(page, path);
      if (path.endsWith('rod'))
        await expect(page.getByText(/order settled|first places are close|to begin with: nothing/)).toBeVisible();
      else if (path.startsWith('/jobs'))
        await expect(page.getByRole('complementary', { name: 'Standing answer' })).toBeVisible();
      await unfold(page);
      const ofSize = name === 'phone' && PAGES.includes(path) ? OF_SIZE : [];
      for (const theme of themes)
        found.push(...(await violationsOf(page, path, theme, theme === 'dim' ? OF_COLOUR : ofSize)));
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      if (wide > 0) found.push(`${path}: ${wide} px wider than the screen`);
    }
    expect(found).toEqual([]);
  });
