import type { Meter } from '@variatum/contracts';
import { readFileSync } from 'node:fs';
import { sendLines } from '../apps/instruments/src/send-lines';
import { expect, test } from './support/fixtures';
import { addMeter, jobOf } from './support/meters';
import { openJob, stage } from './support/part';

test('a meter is added, shows its key once, and its trace comes in and goes out as a file', async ({
  page,
  demo,
  complaints,
}) => {
  await page.goto(`${demo.url}settings`);
  const meters = page.getByRole('region', { name: 'Meters' });
  await meters.getByRole('radio', { name: 'Contact thermometer' }).click();
  await meters.getByLabel('Name of the meter').fill('Bench thermometer');
  await meters.getByRole('button', { name: 'Add the meter' }).click();
  await expect(meters.getByTestId('meter-key')).toHaveText(/^[0-9a-f-]{36}\.[0-9a-f-]{36}\./);
  const csv =
    'time,tempC\r\n2026-01-05T08:00:00.000Z,21.5\r\n2026-01-05T08:01:00.000Z,143\r\n2026-01-05T08:02:00.000Z,\r\n';
  const file = { name: 'trace.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) };
  await meters.getByLabel('Bring in a trace of Bench thermometer').setInputFiles(file);
  await expect(meters.getByRole('status').last()).toHaveText('3 readings of Bench thermometer were brought in.');
  const waiting = page.waitForEvent('download');
  await meters.getByRole('button', { name: 'Save the trace of Bench thermometer' }).click();
  const download = await waiting;
  expect(download.suggestedFilename()).toBe('Bench-thermometer.csv');
  expect(readFileSync(await download.path(), 'utf8')).toBe(csv);
  // A file that is none says which line is wrong, and brings nothing in.
  await meters
    .getByLabel('Bring in a trace of Bench thermometer')
    .setInputFiles({ ...file, buffer: Buffer.from('time,tempC\nyesterday,20\n2026-01-05T09:00:00Z,warm\n') });
  await expect(meters.getByRole('status').last()).not.toContainText('were brought in');
  complaints.list.splice(0);
});

test('twenty meters at five readings a second are shown as they come, and all of them arrive', async ({
  page,
  demo,
}) => {
  const job = await jobOf(page.request, demo.url, 'Pool ladder, pitted old weld');
  const made = await Promise.all(
    Array.from({ length: 20 }, (_, index) =>
      addMeter(page.request, demo.url, 'oxygen', `Meter ${index + 1}`, { job: job.id, joint: null, place: 'room' }),
    ),
  );
  await page.goto(demo.url);
  await openJob(page, 'Pool ladder, pitted old weld');
  await stage(page, 'Weld');
  const rows = page.getByRole('region', { name: 'Meters' }).getByRole('listitem');
  await expect(rows.filter({ has: page.getByText(/^Meter \d+$/) })).toHaveCount(20);
  // What the page is told, and how late.
  await page.evaluate(() => {
    const heard: number[] = [];
    Object.assign(window, { heard });
    const source = new EventSource('/api/events');
    source.addEventListener('readings', ({ data }: MessageEvent<string>) => {
      for (const { at } of JSON.parse(data) as { at: string }[]) heard.push(Date.now() - Date.parse(at));
    });
    return new Promise<void>((done) => source.addEventListener('open', () => done()));
  });
  const senders = made.map(({ key }) => sendLines({ url: demo.url, key }));
  const rounds = 40;
  for (let round = 0; round < rounds; round++) {
    senders.forEach((sender, index) =>
      sender.line({ ppm: round === rounds - 1 ? 1000 + index : 50_000 - 1000 * round }),
    );
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await Promise.all(senders.map((sender) => sender.end()));
  expect(senders.map(({ unanswered }) => unanswered)).toEqual(senders.map(() => 0));
  // The last of each is what stands there.
  for (const index of [0, 7, 19])
    await expect(rows.filter({ has: page.getByText(`Meter ${index + 1}`, { exact: true }) })).toContainText(
      `1 000 ppm`,
    );
  const late = await page.evaluate(() => (window as unknown as { heard: number[] }).heard);
  expect(late.length).toBeGreaterThan(20 * 5);
  const middle = [...late].sort((one, other) => one - other)[Math.floor(late.length / 2)]!;
  // The worst ones are a matter of what else the machine does; the middle one is the program's own.
  expect(middle).toBeLessThan(1000);
  const { readings } = (await (await page.request.get(`${demo.url}api/jobs/${job.id}/readings`)).json()) as {
    readings: { meter: string; value: number }[];
  };
  made.forEach(({ meter }, index) =>
    expect(readings.filter((one) => one.meter === meter.id).at(-1)?.value).toBe(1000 + index),
  );
  for (const { meter } of made) {
    const now = ((await (await page.request.get(`${demo.url}api/meters`)).json()) as Meter[]).find(
      ({ id }) => id === meter.id,
    );
    await page.request.post(`${demo.url}api/meters/${meter.id}/withdraw`, { data: { version: now!.version } });
  }
});
