import type { JobDetail } from '@variatum/contracts';
import type { Locator, Page } from '@playwright/test';
import jsQR from 'jsqr';
import { expect, test } from './support/fixtures';
import { jobOf } from './support/meters';
import { openJob, part, stage } from './support/part';
import { pixelsOfPdf, wordsOfPdf } from './support/pdf';
import { saved } from './support/saved';

const RAKE = 'Screen rake, loose tine';
const form = (page: Page): Locator => page.getByRole('region', { name: 'Log a finding' });
const look = (page: Page, line: string): Promise<void> =>
  page
    .getByRole('radiogroup', { name: 'What is looked at' })
    .getByRole('radio', { name: new RegExp(`^\\W*${line}`) })
    .click();
const verdict = (page: Page): Locator => page.getByTestId('verdict');
const found = ({ record }: JobDetail) => record.flatMap(({ entry }) => (entry.kind === 'finding' ? [entry] : []));

/**
 * Colours of oxide films in daylight from bare metal to light blue (15 steps of 4 nm and more), and white paper above
 * them.
 */
const FILMS = [
  [207, 204, 200],
  [203, 198, 190],
  [197, 189, 174],
  [189, 176, 151],
  [179, 158, 118],
  [165, 133, 74],
  [145, 100, 7],
  [119, 59, 6],
  [84, 23, 66],
  [41, 46, 103],
  [13, 84, 128],
  [52, 115, 146],
] as const;

/**
 * A photograph of a weld: its colours fade from light blue at the left to bare metal at the right, white paper lies
 * above.
 */
async function photograph(page: Page, brightness: number): Promise<Buffer> {
  const url = await page.evaluate(
    ([films, bright]) => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [600, 300];
      const context = canvas.getContext('2d')!;
      const paint = (colour: readonly number[], ...box: [number, number, number, number]): void => {
        context.fillStyle = `rgb(${colour.map((one) => Math.min(255, Math.round(one * bright))).join(' ')})`;
        context.fillRect(...box);
      };
      paint([240, 240, 240], 0, 0, 600, 100);
      [...films].reverse().forEach((colour, index) => paint(colour, index * 50, 100, 50, 200));
      return canvas.toDataURL('image/png');
    },
    [FILMS, brightness] as const,
  );
  return Buffer.from(url.split(',')[1]!, 'base64');
}

/**
 * Logs a word of a line. An answer that comes meanwhile may move the page under the press: then one presses again, as a
 * person does.
 */
async function choose(page: Page, line: string, word: string, found: number): Promise<void> {
  await expect(async () => {
    await look(page, line);
    await form(page).getByRole('radio', { name: word, exact: true }).click({ timeout: 5_000 });
    await expect(page.getByRole('navigation', { name: 'Stages of the work' })).toContainText(`${found} found`, {
      timeout: 5_000,
    });
  }).toPass();
}

/**
 * Signs somebody in by one tap. The page begins anew for whoever comes and goes: a tap before it has would be lost with
 * it.
 */
async function signInAs(page: Page, name: string, before = 'Who works?'): Promise<void> {
  const menu = (title: string): Promise<void> => page.getByRole('banner').getByText(title).click();
  const anew = (button: string) =>
    Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: button }).click()]);
  await menu(before);
  if (before !== 'Who works?') {
    await anew('Sign out');
    await menu('Who works?');
  }
  await anew(name);
  await expect(page.getByRole('banner').getByText(name.split(',')[0]!)).toBeVisible();
}

test(
  'the screen rake is inspected, misses on colour, is cleaned, passes, is accepted, goes out on paper, and how it ' +
    'did is kept',
  async ({ page, demo, complaints }) => {
    await page.goto(demo.url);
    await signInAs(page, 'Early shift, welder');
    await openJob(page, RAKE);
    await stage(page, 'Inspect');
    await expect(verdict(page)).toContainText('Not all looked at');
    // What is reckoned of the joint comes in beside it, and moves what stands below.
    await expect(page.getByRole('complementary', { name: 'Standing answer' })).toContainText(/How sure|ranks first/);

    // One tap each for what is plain.
    await form(page).getByRole('radio', { name: 'none', exact: true }).click();
    for (const line of ['Pores', 'Undercut', 'Sunk below flush']) {
      await expect(form(page).getByRole('heading', { name: new RegExp(`^${line}`) })).toBeVisible();
      await form(page).getByRole('button', { name: 'None found' }).click();
    }
    await form(page).getByRole('radio', { name: 'caliper or weld gauge' }).click();
    await form(page).getByRole('textbox', { name: 'Height over flush' }).fill('1/16"');
    await form(page).getByRole('button', { name: 'Log', exact: true }).click();

    // The colour is read from a picture; one that is too bright is refused, with what to do.
    await expect(form(page).getByRole('heading', { name: 'Colour outside' })).toBeVisible();
    await page.getByRole('slider', { name: 'Place on the seam' }).press('ArrowRight');
    const dialog = page.getByRole('dialog', { name: 'Heat tint from a picture' });
    await page.getByRole('button', { name: 'Read it from a picture' }).click();
    const picture = dialog.getByRole('application');
    const tap = async (across: number, down: number): Promise<void> => {
      const box = (await picture.boundingBox())!;
      await picture.click({ position: { x: across * box.width, y: down * box.height } });
    };
    const take = async (brightness: number): Promise<void> => {
      await dialog
        .getByLabel('Picture with the tint')
        .setInputFiles({ name: 'weld.png', mimeType: 'image/png', buffer: await photograph(page, brightness) });
      await expect(dialog.getByTestId('tint-says')).toHaveText('Tap the white paper or grey card.');
      await tap(0.5, 0.16);
      await tap(0.04, 0.66);
    };
    await take(1.4);
    await expect(dialog.getByTestId('tint-answer')).toContainText('brighter than the picture can hold');
    await expect(dialog.getByRole('button', { name: 'Log this colour' })).toHaveCount(0);
    await take(0.85);
    await tap(0.96, 0.66);
    await expect(dialog.getByTestId('tint-answer')).toContainText(/Level 7, (light|dark) blue/);
    await dialog.getByRole('button', { name: 'Log this colour' }).click();

    await expect(verdict(page)).toContainText('Misses the profile');
    const list = page.getByRole('region', { name: 'Found' });
    await expect(list).toContainText(/Colour outside: (light|dark) blue, film of 5\d nm/);
    await expect(list).toContainText('from gold on pickle it, rinse, and passivate');
    await expect(part(page).locator('.joint[data-weld="missed"] path.missed')).toHaveCount(1);
    await expect(page.getByRole('navigation', { name: 'Stages of the work' })).toContainText('6 found');

    // Cleaning: what acid needs stands beside it.
    const clean = page.getByRole('region', { name: 'Clean up' });
    await expect(clean).toContainText('calcium gluconate');
    await clean.getByRole('checkbox', { name: /^Pickling paste/ }).click();
    await choose(page, 'Colour outside', 'bare metal', 7);
    await choose(page, 'Cleaned', 'passivated', 8);
    await look(page, 'Ferrite');
    await form(page).getByRole('textbox', { name: 'Ferrite, FN' }).fill('45');
    await form(page).getByRole('button', { name: 'Log', exact: true }).click();
    await expect(verdict(page)).toContainText('Keeps to the profile');
    await saved(page);

    // A second person looks too, and decides.
    await signInAs(page, 'Inspection, checker', 'Early shift');
    // The page begins anew for whoever came in, where it was.
    await expect(verdict(page)).toContainText('Keeps to the profile');
    await list.getByRole('button', { name: 'Confirm Cracks' }).click();
    await expect(list).toContainText('confirmed by Inspection');
    await page.getByRole('button', { name: 'Accept it', exact: true }).click();
    await expect(page.getByTestId('decided')).toContainText(/Accepted .* by Inspection, by Outdoor, wet and salt\./);
    await saved(page);

    await stage(page, 'Record');
    await page.getByLabel('Put to work on').fill('2026-01-05');
    await page.getByRole('form', { name: 'Put to work' }).getByRole('button', { name: 'Log' }).click();
    await page.getByLabel('Look again on').fill('2026-04-01');
    await page.getByRole('button', { name: 'Remind' }).click();
    await saved(page);
    await page.goto(demo.url);
    const again = page.getByRole('region', { name: 'To be looked at again' });
    await again.getByRole('link', { name: `${RAKE}, since 2026-04-01` }).click();
    await page.getByRole('radio', { name: 'held', exact: true }).click();
    await page.getByLabel('Seen on').fill('2026-07-05');
    await page.getByRole('button', { name: 'Log how it did' }).click();
    await expect(page.getByTestId('outcomes')).toContainText('2026-07-05: held, after 6 months at work');

    // What it comes to is kept as it was said, and agreed to.
    await expect(page.getByTestId('quote-total')).toContainText(/EUR \d+ \(\d+ to \d+\)/);
    const total = (await page.getByTestId('quote-total').locator('strong').textContent())!;
    const minutes = page.getByRole('form', { name: 'Minutes of a stage' });
    await minutes.getByRole('radio', { name: 'travel', exact: true }).click();
    await minutes.getByRole('textbox', { name: 'Minutes' }).fill('40');
    await minutes.getByRole('button', { name: 'Plan with it' }).click();
    await expect(page.getByTestId('quote-total').locator('strong')).not.toHaveText(total);
    await minutes.getByRole('radio', { name: 'cleaning', exact: true }).click();
    await minutes.getByRole('textbox', { name: 'Minutes' }).fill('35');
    await minutes.getByRole('button', { name: 'It took so long' }).click();
    await expect(page.getByRole('row', { name: /^Clean and passivate/ })).toContainText('35 min');
    await page.getByRole('button', { name: 'Keep this quote' }).click();
    await page.getByRole('button', { name: /^Agreed/ }).click();
    await expect(page.getByTestId('kept-quotes')).toContainText(/EUR \d+ .*; agreed .* by Inspection/);
    await expect(page.getByTestId('as-logged')).toContainText(/^As logged: EUR \d+ .*; agreed were EUR \d+/);
    await saved(page);

    // What goes to the inspector says what the record says.
    const job = await jobOf(page.request, demo.url, RAKE);
    const hand = page.getByRole('region', { name: 'Hand it over' });
    const download = async (button: string): Promise<string> => {
      const [file] = await Promise.all([
        page.waitForEvent('download'),
        hand.getByRole('button', { name: button }).click(),
      ]);
      expect(await file.failure()).toBeNull();
      await expect(page.getByTestId('handed-over')).toContainText(`${file.suggestedFilename()} is with your downloads`);
      return file.path();
    };
    const report = await wordsOfPdf(await download('For the inspector'));
    const depth = found(job).find(({ by }) => by === 'picture')!;
    for (const said of [
      RAKE,
      'Decided: ER2209',
      'Keeps to the profile',
      `film of ${Math.round(depth.value!)} nm`,
      '1.59 mm',
      'FN 45',
      'accepted by Inspection',
      'confirmed by Inspection',
      'molybdenum seen',
      '5 January 2026',
      'Pickling paste',
      'What was not known',
      'it is no certificate',
    ])
      expect(report).toContain(said);
    const offer = await wordsOfPdf(await download('Offer, before the work'));
    for (const said of [`Offer: ${RAKE}`, 'What is to be done', 'Travel', '40 min']) expect(offer).toContain(said);
    await hand.getByRole('radio', { name: 'Letter' }).click();
    const told = await wordsOfPdf(await download('For the customer'));
    const { entry: agreed } = job.record.filter(({ entry }) => entry.kind === 'quote').at(-1)!;
    expect(agreed.kind === 'quote' && told.includes(`EUR ${Math.round(agreed.total.median)}`)).toBe(true);
    expect(told).toContain('It keeps to the profile "Outdoor, wet and salt".');
    // Held before a camera, its label opens the job.
    const { data, width, height } = await pixelsOfPdf(page, await download('Label for the part'));
    expect(jsQR(data, width, height)?.data).toBe(new URL(`jobs/${job.id}`, demo.url).href);

    expect(found(job).map(({ line }) => line)).toEqual([
      'cracks',
      'pores',
      'undercut',
      'concavity',
      'convexity',
      'tint-outside',
      'tint-outside',
      'cleaning',
      'ferrite',
    ]);
    expect(found(job)[4]!.value).toBeCloseTo(1.5875, 3);
    expect(found(job)[4]!.by).toBe('caliper');
    const [read] = found(job).filter(({ by }) => by === 'picture');
    expect(job.photos.map(({ id }) => id)).toContain(read!.photo);
    expect(read!.range90![0]).toBeGreaterThan(43);
    expect(job.record.map(({ entry }) => entry.kind).slice(-9)).toEqual([
      'confirm',
      'verdict',
      'in-service',
      'look-again',
      'seen',
      'minutes',
      'minutes',
      'quote',
      'quote-accepted',
    ]);
    expect(complaints.list).toEqual([]);
  },
);
