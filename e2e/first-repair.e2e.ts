import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { openTest, piece } from './support/part';
import { saved } from './support/saved';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';

const stage = (page: Page, name: string): Promise<void> =>
  page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name }).click();

async function startJob(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What came in?').fill(title);
  await page.getByRole('button', { name: 'Start the job' }).click();
}

async function addPiece(page: Page, name: string, thickness: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a piece' }).click();
  await piece(page).getByLabel('Name').fill(name);
  await piece(page).getByLabel('Thickness at the joint').fill(thickness);
}

async function logOutcome(page: Page, testName: string, options: readonly string[], outcome: string): Promise<void> {
  await openTest(page, testName);
  for (const option of options) await page.getByRole('radio', { name: option, exact: true }).click();
  await page.getByRole('group', { name: 'What happened' }).getByRole('button', { name: outcome, exact: true }).click();
}

const leader = (page: Page): Promise<string | null> => page.getByTestId('candidate').first().getAttribute('data-grade');

test('two unknown pieces become a rod with reasons, and everything is there after a restart', async ({
  page,
  complaints,
}) => {
  const directory = newDataDirectory();
  let program = await startProgram('start', directory);
  try {
    await page.goto(program.url);
    await expect(page.getByText('No job yet')).toBeVisible();
    await startJob(page, 'Bracket off the cooling tower');
    await page
      .getByLabel('What it is, what failed and why')
      .fill('Bracket torn off a thin shell, nobody knows either metal.');

    await stage(page, 'Pieces');
    await addPiece(page, 'Shell', '1.5');
    await expect(page.getByTestId('standing-rod')).not.toBeEmpty();
    await addPiece(page, 'Bracket', '6');
    await saved(page);

    await stage(page, 'Identify');
    // The piece described last is the one looked at.
    await page.getByRole('tab', { name: /Shell/ }).click();
    await expect(page.getByTestId('candidate').first()).toBeVisible();
    const before = await leader(page);
    await logOutcome(page, 'Magnet', ['flat, not worked'], 'no pull');
    await logOutcome(page, 'Molybdenum spot', [], 'molybdenum seen');
    await expect.poll(() => leader(page)).toMatch(/^316/);
    expect(before).not.toMatch(/^316/);

    await page.getByRole('tab', { name: /Bracket/ }).click();
    await logOutcome(page, 'Magnet', [], 'full pull, like mild steel');
    await logOutcome(page, 'Copper sulphate drop', ['filed'], 'copper deposit');
    await expect.poll(() => leader(page)).toMatch(/^(A36|10\d\d|1[12]|8620|41)/);
    await saved(page);

    await stage(page, 'Joint');
    await page.getByRole('radio', { name: 'Fillet or tee' }).click();
    await saved(page);

    await stage(page, 'Rod');
    await expect(page.getByTestId('standing-rod')).toHaveText(/^ER309/);
    await expect(page.getByTestId('standing-ferrite')).toHaveText(/Ferrite number \d+ to \d+, most likely \d+/);
    await expect(page.getByRole('region', { name: 'Reasons' }).getByRole('listitem').first()).toBeVisible();
    await expect(page.getByRole('img', { name: /Constitution map/ })).toBeVisible();
    const rod = await page.getByTestId('standing-rod').textContent();
    await page.getByRole('button', { name: `Decide on ${rod}` }).click();
    await expect(page.getByRole('region', { name: 'Decision' }).getByRole('listitem').first()).toContainText(rod ?? '');
    const address = new URL(page.url()).pathname;
    await saved(page);
    // A page that begins anew has no answer to an earlier question left to show.
    await page.reload();
    await expect(page.getByRole('region', { name: 'Reasons' }).getByRole('listitem').first()).toBeVisible();
    const ferrite = await page.getByTestId('standing-ferrite').textContent();

    expect(complaints.list).toEqual([]);
    await program.stop();
    program = await startProgram('start', directory);
    // While it was gone the open page could not reach it, and said so; it is left before its last complaint can come
    // late.
    await page.goto('about:blank');
    complaints.list.length = 0;
    await page.goto(new URL(address, program.url).href);
    await expect(page.getByTestId('standing-rod')).toHaveText(rod ?? '');
    await expect(page.getByTestId('standing-ferrite')).toHaveText(ferrite ?? '');
    await expect(page.getByRole('region', { name: 'Decision' }).getByRole('listitem').first()).toContainText(rod ?? '');
    await stage(page, 'Identify');
    await expect(page.getByRole('region', { name: 'Log of tests' }).getByRole('listitem')).toHaveCount(2);
    expect(complaints.list).toEqual([]);
  } finally {
    await program.stop();
    removeDataDirectory(directory);
  }
});

test('a program that was killed leaves nothing lost and starts again', async ({ page }) => {
  const directory = newDataDirectory();
  const killed = await startProgram('start', directory);
  await page.goto(killed.url);
  await startJob(page, 'Survives a power cut');
  await saved(page);
  await killed.kill();
  const again = await startProgram('start', directory);
  try {
    await page.goto(again.url);
    await expect(page.getByText('Survives a power cut')).toBeVisible();
  } finally {
    await again.stop();
    removeDataDirectory(directory);
  }
});
