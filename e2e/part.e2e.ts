import type { APIRequestContext, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { joint, lookAtJoint, openJob, openTest, part, stage } from './support/part';
import { saved } from './support/saved';
import { twoPeople } from './support/two-people';

interface JobAsRead {
  readonly id: string;
  readonly joints: readonly {
    readonly id: string;
    readonly name: string;
    readonly alikeTo: string | null;
    readonly joint: { readonly dilution?: number };
    readonly fit: { readonly legMm: { readonly value: number | null } };
  }[];
  readonly pieces: readonly {
    readonly tests: readonly { readonly spot: { readonly along: number; readonly clock: number } | null }[];
  }[];
  readonly decisions: readonly { readonly jointId: string | null; readonly rod: string | null }[];
}

const jobOf = async (page: Page, request: APIRequestContext): Promise<JobAsRead> => {
  const id = /[0-9a-f-]{36}/.exec(page.url())?.[0];
  return (await (await request.get(new URL(`/api/jobs/${id}`, page.url()).href)).json()) as JobAsRead;
};

/** Begins a job with a common part. */
const begin = async (page: Page, url: string, title: string, common: string): Promise<void> => {
  await page.goto(url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What came in?').fill(title);
  await page.getByRole('button', { name: common, exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
};

test('from a new job to a standing answer in two taps, or in one typed line', async ({ page, demo, complaints }) => {
  await page.goto(demo.url);
  let taps = 0;
  const tap = async (name: string): Promise<void> => {
    await page.getByRole('button', { name, exact: true }).click();
    taps++;
  };
  await tap('New job');
  await tap('Tube on a plate');
  await expect(page.getByTestId('standing-rod')).toHaveText(/^(ER|No rod)/);
  await expect(part(page).getByRole('button', { name: /^Piece [AB]/ })).toHaveCount(2);
  expect(taps).toBeLessThanOrEqual(6);

  await page.goto(demo.url);
  await page.getByRole('button', { name: 'New job' }).click();
  const line = page.getByLabel('The part in one line');
  await line.fill('42.4 x 2 316L tube to 5 mm A36 plate, fillet');
  await expect(page.getByText('Tube 42.4 × 2 mm 316L + Plate 5 mm A36: fillet or tee')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByTestId('standing-rod')).toHaveText(/^ER309/);
  await expect(part(page).getByRole('button', { name: /Piece A, 42.4 × 2 mm · 316L/ })).toBeVisible();
  expect(complaints.list).toEqual([]);
});

test('a header of five joints: alike ones are planned once, three rods are decided, each joint keeps its own', async ({
  page,
  demo,
  request,
}) => {
  await begin(page, demo.url, 'Header of five joints', 'Header with outlets');
  await expect(part(page).getByRole('button', { name: /^Joint / })).toHaveCount(5);
  // The second and third outlet are alike to the first one.
  await stage(page, 'Joint');
  for (const number of [4, 5]) {
    await lookAtJoint(page, number);
    await expect(page.getByRole('region', { name: 'Joint', exact: true }).getByRole('heading')).toContainText(
      `Joint ${number}`,
    );
    if (number === 4) await page.getByText('Joints alike', { exact: true }).click();
    await page.getByLabel('This one is alike to').click();
    await page.locator('nz-option-item', { hasText: 'Joint 3' }).click();
    await expect(page.getByText('Alike to joint 3: what is said here holds for all of them.')).toBeVisible();
  }
  await saved(page);
  await stage(page, 'Rod');
  const decide = page.getByRole('button', { name: /^Decide on/ });
  for (const [number, place] of [
    [1, 0],
    [2, 1],
    [5, 2],
  ] as const) {
    await lookAtJoint(page, number);
    await expect(page.getByText(/order settled|first places are close|to begin with: nothing/)).toBeVisible();
    await page.getByRole('region', { name: 'Ranking' }).getByRole('listitem').nth(place).getByRole('button').click();
    await expect(decide).toContainText(number === 5 ? 'for 3 joints' : `for joint ${number}`);
    await decide.click();
    await expect(page.getByRole('region', { name: 'Decision' }).getByText(/recommended then/)).toHaveCount(1);
  }
  await expect(page.getByRole('link', { name: /^Rod/ }).filter({ hasText: 'all decided' })).toBeVisible();
  const { joints, decisions } = await jobOf(page, request);
  expect(joints.filter(({ alikeTo }) => alikeTo !== null)).toHaveLength(2);
  expect(new Set(decisions.map(({ rod }) => rod)).size).toBe(3);
  expect(new Set(decisions.map(({ jointId }) => jointId)).size).toBe(3);
  // One rod for all is ranked with what it costs.
  const whole = page.getByRole('region', { name: 'The whole part' });
  await expect(whole.getByRole('listitem').first()).toBeVisible();
  // One tap decides all of them alike.
  await whole
    .getByRole('button', { name: /^Take .* for all$/ })
    .first()
    .click();
  await expect
    .poll(async () => {
      const last = (await jobOf(page, request)).decisions.slice(0, 3);
      return [new Set(last.map(({ rod }) => rod)).size, new Set(last.map(({ jointId }) => jointId)).size];
    })
    .toEqual([1, 3]);
});

test('a test is logged where it was made, and stands there in the picture', async ({ page, demo, request }) => {
  await begin(page, demo.url, 'Magnet at the place', 'Crack in a tube');
  await stage(page, 'Identify');
  await expect(page.getByText('Tap the part where you do it')).toBeVisible();
  const tube = part(page).getByRole('button', { name: /^Piece A/ });
  const box = await tube.boundingBox();
  if (!box) throw new Error('the tube is not drawn');
  await page.mouse.click(box.x + box.width * 0.8, box.y + box.height * 0.75);
  await expect(page.getByText(/Done near the finish, [345] o’clock\./)).toBeVisible();
  await openTest(page, 'Magnet');
  await page
    .getByRole('group', { name: 'What happened' })
    .getByRole('button', { name: 'faint pull', exact: true })
    .click();
  await expect(part(page).getByText('magnet: faint')).toBeVisible();
  await saved(page);
  const { pieces } = await jobOf(page, request);
  expect(pieces[0]?.tests[0]?.spot?.along).toBeGreaterThan(0.7);
  await page.reload();
  await expect(part(page).getByText('magnet: faint')).toBeVisible();
});

test('the edge of the pool is pulled, by hand and by keys, and dilution, ferrite and rod follow', async ({
  page,
  demo,
  request,
}) => {
  await page.goto(demo.url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('The part in one line').fill('3 mm 304L sheet to 6 mm A36 plate, fillet, tig');
  await page.getByLabel('The part in one line').press('Enter');
  await stage(page, 'Joint');
  const depth = page.getByRole('slider', { name: 'How deep B is melted' });
  await expect(depth).toBeVisible();
  await expect(page.getByTestId('standing-ferrite')).toBeVisible();
  const before = {
    ferrite: await page.getByTestId('standing-ferrite').textContent(),
    pool: await page.getByTestId('pool-shares').textContent(),
  };
  const box = await depth.boundingBox();
  if (!box) throw new Error('the pool has no handle');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y + 25, { steps: 6 });
  await page.mouse.move(x, y + 50, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByTestId('pool-shares')).not.toHaveText(before.pool ?? '');
  // Deep enough another rod is better, and a weld metal of nickel has no ferrite number at all.
  await expect(page.getByRole('complementary', { name: 'Standing answer' })).not.toContainText(before.ferrite ?? '');
  await saved(page);
  const pulled = (await jobOf(page, request)).joints[0]?.joint.dilution ?? 0;
  expect(pulled).toBeGreaterThan(0.3);
  // The same by keyboard, back towards nothing: less base metal, a smaller share.
  await depth.focus();
  for (let press = 0; press < 4; press++) await page.keyboard.press('PageDown');
  await saved(page);
  await expect.poll(async () => (await jobOf(page, request)).joints[0]?.joint.dilution ?? 1).toBeLessThan(pulled);
  // The arc is aimed by keys too.
  await page.getByRole('slider', { name: 'Where the arc is aimed' }).press('ArrowRight');
  await expect(page.getByRole('slider', { name: 'Where the arc is aimed' })).toHaveAttribute('aria-valuetext', 'at B');
  // The leg of the fillet is pulled as well; touched, it opens its field.
  const leg = page.getByRole('slider', { name: 'Leg of the fillet' });
  const usual = Number(await leg.getAttribute('aria-valuenow'));
  await leg.press('PageUp');
  await saved(page);
  expect((await jobOf(page, request)).joints[0]?.fit.legMm.value).toBeCloseTo(usual + 0.5, 6);
  await leg.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Leg of the fillet' })).toHaveValue(/mm/);
});

test('two people on two joints of one job, one of them cut off: every change arrives once', async ({
  browser,
  demo,
  request,
}) => {
  await twoPeople(browser, async ({ page: mine, browser: here }, { page: theirs }) => {
    await begin(mine, demo.url, 'Two on one header', 'Header with outlets');
    const name = async (page: Page, number: number, words: string): Promise<void> => {
      await lookAtJoint(page, number);
      const field = page.getByLabel('Name of the joint');
      // What was unfolded for one joint stays so for the next.
      if (!(await field.isVisible())) await page.getByText('Where it sits', { exact: true }).click();
      await field.fill(words);
    };
    await theirs.goto(mine.url().replace(/pieces$/, 'joint'));
    await stage(mine, 'Joint');
    await expect(mine.getByText('Where it sits', { exact: true })).toBeVisible();
    await saved(mine);
    await here.setOffline(true);
    await name(mine, 1, 'Left end');
    await name(mine, 3, 'First outlet');
    await expect(mine.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();
    await name(theirs, 2, 'Right end');
    await saved(theirs);
    await here.setOffline(false);
    await saved(mine);
    await expect
      .poll(async () => (await jobOf(mine, request)).joints.map((one) => one.name))
      .toEqual(['Left end', 'Right end', 'First outlet', '', '']);
    // Each sees what the other did.
    await lookAtJoint(theirs, 1);
    await expect(theirs.getByLabel('Name of the joint')).toHaveValue('Left end');
    await lookAtJoint(mine, 2);
    await expect(mine.getByLabel('Name of the joint')).toHaveValue('Right end');
  });
});

test('the part is read in words, taken along as a file, and walked through by arrow keys', async ({ page, demo }) => {
  await page.goto(demo.url);
  await openJob(page, 'Fountain nozzle ring, cracked spigot');
  await stage(page, 'Joint');
  await page.getByRole('button', { name: 'In words' }).click();
  await expect(part(page).getByRole('listitem').first()).toContainText('A, Spigot, 12 alike');
  await expect(part(page).getByRole('listitem')).toHaveCount(14);
  await page.getByRole('button', { name: 'As a picture' }).click();
  for (const kind of ['SVG', 'PNG']) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: kind, exact: true }).click(),
    ]);
    expect(file.suggestedFilename()).toBe(`fountain-nozzle-ring-cracked-spigot.${kind.toLowerCase()}`);
  }
  await joint(page, 1).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(joint(page, 2)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('Alike to joint 1: what is said here holds for all of them.')).toBeVisible();
});
