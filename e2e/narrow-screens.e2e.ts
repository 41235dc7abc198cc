import { expect, test } from './support/fixtures';
import { goWithin } from './support/within';

const STAGES = ['job', 'pieces', 'identify', 'joint', 'rod', 'prepare', 'weld', 'inspect', 'record'];
const SCREENS = [
  { name: 'phone', width: 390, height: 844, frame: 160 },
  { name: 'narrow tablet', width: 800, height: 1280, frame: 200 },
];

for (const { name, width, height, frame } of SCREENS)
  test(`on a ${name} the standing answer is in view on every stage, and the frame leaves room for the work`, async ({
    page,
    demo,
    request,
  }) => {
    await page.setViewportSize({ width, height });
    const { jobs } = (await (await request.get(new URL('/api/jobs?search=fountain', demo.url).href)).json()) as {
      jobs: { id: string }[];
    };
    await page.goto(demo.url);
    for (const stage of STAGES) {
      await goWithin(page, `/jobs/${jobs[0]?.id}/${stage}`);
      const answer = page.getByRole('complementary', { name: 'Standing answer' });
      const headline = answer.getByRole('button').first();
      await expect(headline).toContainText(/ER\w+ · FN \d+–\d+/);
      const box = await headline.boundingBox();
      expect(box?.y ?? -1).toBeGreaterThanOrEqual(0);
      expect((box?.y ?? 0) + (box?.height ?? Infinity)).toBeLessThanOrEqual(height);
      expect(box?.height ?? 0).toBeGreaterThanOrEqual(44);
      const work = await page.getByRole('region', { name: 'The part' }).boundingBox();
      expect(work?.y ?? Infinity).toBeLessThanOrEqual(frame);
      await headline.click();
      await expect(answer.getByTestId('standing-rod')).toBeInViewport();
      await headline.click();
    }
  });
