import type { Page } from '@playwright/test';
import { FAULTS, fillDisk, FragileProgram, smallDisk } from './support/faults';
import { expect, test } from './support/fixtures';
import { freePortFor } from './support/free-port';
import { databaseProcesses, signal, until } from './support/processes';
import { newDataDirectory, removeDataDirectory } from './support/program';
import { Writers, type Verdict } from './support/writers';

const status = (page: Page, words: string | RegExp) => page.getByRole('status').filter({ hasText: words });

const flawless = ({ lost, doubled, untrue, odd }: Verdict): void =>
  expect({ lost, doubled, untrue, odd }).toEqual({ lost: [], doubled: [], untrue: [], odd: [] });

async function openJob(page: Page, url: string, title: string): Promise<void> {
  await page.goto(url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What came in?').fill(title);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  await expect(status(page, /^Saved$/)).toBeVisible();
}

test(
  'whatever is killed, frozen or cut while it is written to: nothing acknowledged is lost, nothing is doubled, ' +
    'nothing said is untrue',
  async ({ page, browser }) => {
    test.setTimeout(400_000);
    const directory = newDataDirectory();
    const fragile = await FragileProgram.start(directory, await freePortFor());
    try {
      await openJob(page, fragile.url, 'Hinge in the storm');
      const note = page.getByLabel('What it is, what failed and why');
      const theirs = await (await browser.newContext()).newPage();
      await theirs.goto(page.url());
      const sameNote = theirs.getByLabel('What it is, what failed and why');

      const writers = new Writers(fragile.url);
      writers.start(4);
      await until('first entries', () => writers.acknowledged > 20);
      for (const [name, befall] of Object.entries(FAULTS)) {
        const before = writers.acknowledged;
        // The page types through all of it.
        const typed = note.fill(`written while ${name}`);
        await befall(fragile);
        await typed;
        await fragile.backAgain();
        await until(`entries after ${name}`, () => writers.acknowledged > before + 10);
        await expect(status(page, /^Saved$/)).toBeVisible();
        await expect(sameNote).toHaveValue(`written while ${name}`);
      }
      flawless(await writers.finish());
      await page.reload();
      await expect(note).toHaveValue(`written while ${Object.keys(FAULTS).at(-1)}`);
      await theirs.context().close();
    } finally {
      await fragile.stop();
      removeDataDirectory(directory);
    }
  },
);

test(
  'while the database stands still the page says that it does not know, keeps what is typed, and saves it when it ' +
    'can',
  async ({ page }) => {
    const directory = newDataDirectory();
    const fragile = await FragileProgram.start(directory, await freePortFor());
    try {
      await openJob(page, fragile.url, 'Latch in the frost');
      const frozen = databaseProcesses(fragile.program);
      signal('SIGSTOP', ...frozen);
      await page.getByLabel('What it is, what failed and why').fill('typed into the cold');
      await expect(status(page, 'Not known whether it is saved: asking again. 1 entry waits here')).toBeVisible();
      await expect(status(page, /^Saved$/)).toHaveCount(0);
      signal('SIGCONT', ...frozen);
      await expect(status(page, /^Saved$/)).toBeVisible();
      await page.reload();
      await expect(page.getByLabel('What it is, what failed and why')).toHaveValue('typed into the cold');
    } finally {
      await fragile.stop();
      removeDataDirectory(directory);
    }
  },
);

test('when the disk is full nothing is said to be saved, and all of it is once there is room', async ({ page }) => {
  test.setTimeout(240_000);
  const directory = newDataDirectory();
  const release = smallDisk(directory, 200);
  test.skip(release === undefined, 'this user may not make a disk of its own');
  let fragile: FragileProgram | undefined;
  try {
    fragile = await FragileProgram.start(directory, await freePortFor());
    await openJob(page, fragile.url, 'Trough that runs over');
    await page.getByRole('navigation', { name: 'Stages of the work' }).getByRole('link', { name: 'Pieces' }).click();
    await expect(page.getByRole('button', { name: 'Add a piece' })).toBeVisible();
    const writers = new Writers(fragile.url);
    writers.start(3);
    await until('first entries', () => writers.acknowledged > 10);
    const room = fillDisk(directory);
    // What is left inside the database's own files is used up first.
    await until('a refusal', async () => {
      const before = writers.acknowledged;
      await new Promise((resolve) => setTimeout(resolve, 1000));
      return writers.acknowledged === before;
    });
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await page.locator('[data-piece="0"]').getByLabel('Name').fill('Lip of the trough');
    // A small entry may still find a place in the database's own files.
    await expect(
      status(page, /Not saved yet: the server cannot store anything just now. (1 entry waits|2 entries wait) here/),
    ).toBeVisible();
    room();
    await fragile.backAgain();
    await expect(status(page, /^Saved$/)).toBeVisible();
    const before = writers.acknowledged;
    await until('entries once there is room', () => writers.acknowledged > before + 10);
    flawless(await writers.finish());
    await page.reload();
    await expect(page.locator('[data-piece="0"]').getByLabel('Name')).toHaveValue('Lip of the trough');
    await expect(page.locator('section[data-piece]')).toHaveCount(1);
  } finally {
    await fragile?.stop();
    release?.();
    removeDataDirectory(directory);
  }
});
