import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';

const STAGES = ['job', 'pieces', 'identify', 'joint', 'rod', 'prepare', 'weld', 'inspect', 'record'] as const;
const TABS = 7;

test('a tab on every stage and a second browser at rest write nothing, and hear of a change', async ({
  browser,
  demo,
  request,
}) => {
  const address = (path: string): string => new URL(path, demo.url).href;
  const { jobs } = (await (await request.get(address('/api/jobs?search=greenhouse'))).json()) as {
    jobs: { id: string; title: string; stage: string }[];
  };
  const [job] = jobs;
  const [here, there] = await Promise.all([browser.newContext(), browser.newContext()]);
  try {
    const writes: string[] = [];
    const streams = new Set<Page>();
    const open = async (context: typeof here, stage: string): Promise<Page> => {
      const page = await context.newPage();
      page.on('request', (sent) => {
        if (sent.method() !== 'GET') writes.push(`${sent.method()} ${new URL(sent.url()).pathname} ${sent.postData()}`);
        if (new URL(sent.url()).pathname === '/api/events') streams.add(page);
      });
      await page.goto(address(`/jobs/${job?.id}/${stage}`));
      await expect(page.getByTestId('standing-rod')).not.toBeEmpty();
      return page;
    };
    const pages: Page[] = [];
    for (let tab = 0; tab < TABS; tab++) pages.push(await open(here, STAGES[tab % STAGES.length] as string));
    pages.push(await open(there, 'joint'));

    // A change from elsewhere makes each of them read anew; looking again must not be taken for walking.
    for (const title of ['Greenhouse steam coil, row nine', 'Greenhouse steam coil, row two']) {
      const now = (await (await request.get(address(`/api/jobs/${job?.id}`))).json()) as { version: number };
      const changed = await request.patch(address(`/api/jobs/${job?.id}`), { data: { version: now.version, title } });
      expect(changed.ok()).toBe(true);
      for (const page of pages) await expect(page.getByRole('heading', { name: title })).toBeVisible();
    }
    expect(writes).toEqual([]);
    // One stream for each browser, whichever of its pages holds it.
    expect(streams.size).toBe(2);
    const after = (await (await request.get(address(`/api/jobs/${job?.id}`))).json()) as { stage: string };
    expect(after.stage).toBe(job?.stage);

    // The page that holds the stream is closed: another one of the same browser takes it over.
    await [...streams].find((page) => pages.indexOf(page) < TABS)?.close();
    const left = pages.filter((page) => !page.isClosed());
    await expect.poll(() => streams.size).toBe(3);
    const { version } = (await (await request.get(address(`/api/jobs/${job?.id}`))).json()) as { version: number };
    // As it was called before: other tests look for it by its name.
    const title = job?.title ?? '';
    await request.patch(address(`/api/jobs/${job?.id}`), { data: { version, title } });
    for (const page of left) await expect(page.getByRole('heading', { name: title, exact: true })).toBeVisible();
    expect(writes).toEqual([]);

    // Walking is remembered, once, and only for who walks.
    const [walker] = left;
    await walker?.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Rod' }).click();
    await expect.poll(() => writes.length).toBe(1);
    await walker?.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Joint' }).click();
    await expect.poll(() => writes.length).toBe(2);
    expect(writes.every((write) => write.startsWith('PATCH'))).toBe(true);
  } finally {
    await Promise.all([here.close(), there.close()]);
  }
});
