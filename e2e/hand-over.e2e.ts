import type { JobDetail, Membership, Session } from '@variatum/contracts';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { expect, test } from './support/fixtures';
import { openJob, stage } from './support/part';

const TITLE = 'Handed over: pump foot, cracked';

/**
 * Makes a further workshop, and goes there. By name it stands after the demo's own: whoever signs in comes to the
 * first.
 */
async function furtherWorkshop(page: Page, url: string, name: string): Promise<void> {
  const { request } = page;
  const made = (await (await request.post(`${url}api/workshops`, { data: { name } })).json()) as Membership;
  expect((await request.post(`${url}api/session/workshop/${made.workshop}`, { data: {} })).status()).toBe(200);
  await page.goto(url);
  await expect(page.getByRole('heading', { name: 'Job board' })).toBeVisible();
}

test('a job goes into another workshop as a file, a broken one does not, a whole workshop does', async ({
  page,
  demo,
  complaints,
}) => {
  const { request } = page;
  const { offered } = (await (await request.get(`${demo.url}api/session`)).json()) as Session;
  const owner = offered.find(({ role }) => role === 'owner')!;
  await request.post(`${demo.url}api/session/offered/${owner.person}`, { data: {} });
  const post = async (path: string, data: object): Promise<{ id: string }> =>
    (await (await request.post(`${demo.url}api/${path}`, { data })).json()) as { id: string };
  await furtherWorkshop(page, demo.url, 'Yard, first');
  const { id } = await post('jobs', { title: TITLE, item: 'Foot of a pump, cast.' });
  const { id: foot } = await post(`jobs/${id}/pieces`, { name: 'Foot' });
  await post(`pieces/${foot}/tests`, { entry: { test: 'magnet', outcome: 'faint', worked: 'soft' } });
  await post(`jobs/${id}/joints`, { joint: { type: 'crack' } });

  await page.goto(demo.url);
  await openJob(page, TITLE);
  await stage(page, 'Record');
  const button = page
    .getByRole('region', { name: 'Hand it over' })
    .getByRole('button', { name: 'Whole job as a file' });
  const [file] = await Promise.all([page.waitForEvent('download'), button.click()]);
  expect(file.suggestedFilename()).toBe('Handed-over-pump-foot-cracked.json');
  const text = readFileSync(await file.path(), 'utf8');

  await furtherWorkshop(page, demo.url, 'Yard, second');
  await page.getByRole('button', { name: 'New job' }).click();
  const give = (name: string, content: string): Promise<void> =>
    page
      .getByLabel('Job from a file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  const broken = text.replace('"soft"', '"sideways"');
  await give('broken.json', broken);
  const alert = page.getByRole('alert').filter({ hasText: 'broken.json was not brought in' });
  const line = broken.slice(0, broken.indexOf('"sideways"')).split('\n').length;
  await expect(alert).toContainText(`pieces.0.tests.0.entry.worked: line ${line}:`);
  await give('broken.json', text.slice(0, 300));
  await expect(alert).toContainText(/line \d+, column \d+: not JSON/);
  expect(((await (await request.get(`${demo.url}api/jobs`)).json()) as { total: number }).total).toBe(0);
  await give('pump.json', text);
  await expect(page.getByRole('heading', { name: TITLE })).toBeVisible();
  await stage(page, 'Identify');
  await expect(page.getByText('faint pull').first()).toBeVisible();

  // All of it, as one file.
  await page.goto(`${demo.url}settings`);
  const panel = page.getByRole('region', { name: 'The workshop as a file' });
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    panel.getByRole('link', { name: 'Save the whole workshop' }).click(),
  ]);
  expect(zip.suggestedFilename()).toMatch(/^workshop-\d{4}-\d\d-\d\d\.zip$/);
  const bytes = readFileSync(await zip.path());
  const bring = (buffer: Buffer): Promise<void> =>
    panel
      .getByLabel('Bring a workshop in')
      .setInputFiles({ name: 'workshop.zip', mimeType: 'application/zip', buffer });
  await bring(bytes);
  await expect(panel.getByRole('status')).toContainText('This workshop has jobs of its own');
  await furtherWorkshop(page, demo.url, 'Yard, third');
  await page.goto(`${demo.url}settings`);
  await bring(bytes.subarray(0, bytes.length / 2));
  await expect(panel.getByRole('status')).toContainText(
    'Nothing was brought in. body: not a zip file that can be read',
  );
  await bring(bytes);
  await expect(panel.getByRole('status')).toContainText('Brought in: 1 jobs, 0 pictures, 0 readings.');
  await expect(page.getByLabel('Name', { exact: true }).first()).toHaveValue('Yard, second');
  await page.goto(demo.url);
  await openJob(page, TITLE);
  const { jobs } = (await (await request.get(`${demo.url}api/jobs`)).json()) as { jobs: JobDetail[] };
  expect(jobs.map(({ title }) => title)).toEqual([TITLE]);
  expect(complaints.list.filter((complaint) => !/4(09|22)/.test(complaint))).toEqual([]);
});
