import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { keptOperations } from './support/kept-operations';
import { openJob, openTest, stage } from './support/part';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';
import { saved } from './support/saved';
import { twoPeople } from './support/two-people';

const LEAD = { name: 'Workshop lead', signInName: 'lead', password: 'twelve rusty bolts' };
const EARLY = { name: 'Early shift', signInName: 'early', password: 'a bucket of nuts' };

async function join(page: Page, { name, signInName, password }: typeof LEAD): Promise<void> {
  await page.getByLabel('Your name, as others read it').fill(name);
  await page.getByLabel('Name you sign in with').fill(signInName);
  await page.getByLabel(/^Password/).fill(password);
  await page.getByRole('button', { name: 'Join' }).click();
}

async function signIn(page: Page, { signInName, password }: typeof LEAD): Promise<void> {
  const form = page.getByRole('form', { name: 'Sign in' });
  await form.getByLabel('Name you sign in with').fill(signInName);
  await form.getByLabel('Password').fill(password);
  await form.getByRole('button', { name: 'Sign in' }).click();
}

const signOut = async (page: Page, who: typeof LEAD): Promise<void> => {
  await page.getByRole('banner').getByText(who.name).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('form', { name: 'Sign in' })).toBeVisible();
};

const log = (page: Page) => page.getByRole('region', { name: 'Log of tests' });
const logMagnet = async (page: Page, outcome: string): Promise<void> => {
  await openTest(page, 'Magnet');
  await page.getByRole('button', { name: outcome, exact: true }).click();
};

test(
  'an owner begins with the printed code and invites a welder; every entry says who made it and waits for them ' +
    'alone',
  async ({ browser }) => {
    const directory = newDataDirectory();
    const program = await startProgram('start', directory);
    try {
      await twoPeople(browser, async (mine, theirs) => {
        const [owner, welder] = [mine.page, theirs.page];
        // Nobody has a name yet: whoever sits at the machine works at once.
        await owner.goto(program.url);
        await expect(owner.getByRole('heading', { name: 'Job board' })).toBeVisible();
        await owner.getByRole('link', { name: 'Settings' }).click();
        await expect(owner.getByRole('region', { name: 'People' })).toContainText('Nobody has a name here yet');
        const [link = ''] = /http:\S+\/join#\S+/.exec(program.printed()) ?? [];
        await owner.goto(link);
        await join(owner, { ...LEAD, password: 'short' });
        await expect(owner.getByText(/give at least 12 characters/)).toBeVisible();
        await owner.getByLabel(/^Password/).fill(LEAD.password);
        await owner.getByRole('button', { name: 'Join' }).click();
        await expect(owner.getByRole('banner')).toContainText(LEAD.name);
        await owner.getByRole('link', { name: 'Settings' }).click();
        await owner.getByLabel('Name of somebody new').fill(EARLY.name);
        await owner.getByRole('button', { name: 'Invite' }).click();
        const code =
          /[A-Z0-9]{4}-[A-Z0-9]{4}-[A-Z0-9]{4}/.exec(
            (await owner.getByTestId('invitation').textContent()) ?? '',
          )?.[0] ?? '';

        // The other one must sign in now; a wrong password says no more than that.
        await welder.goto(program.url);
        await signIn(welder, { ...EARLY, password: 'not it at all' });
        await expect(welder.getByText('Name and password do not go together.')).toBeVisible();
        await welder.getByRole('link', { name: /^With a code/ }).click();
        await welder.getByLabel('Code').fill(code.toLowerCase());
        await join(welder, EARLY);
        await welder.getByRole('button', { name: 'New job' }).click();
        await welder.getByLabel('The part in one line').fill('3 mm 304L sheet to 6 mm A36 plate, fillet');
        await welder.getByLabel('The part in one line').press('Enter');
        await stage(welder, 'Identify');
        await logMagnet(welder, 'no pull');
        await expect(log(welder)).toContainText('by Early shift');
        await saved(welder);

        // The owner sees whose it is, and makes the other one an owner too: that ends their sign-in.
        await owner.goto(program.url);
        await openJob(owner, '3 mm 304L sheet to 6 mm A36 plate, fillet');
        await stage(owner, 'Identify');
        await expect(log(owner)).toContainText('by Early shift');
        await owner.goto(new URL('/settings', program.url).href);
        await owner
          .getByRole('radiogroup', { name: 'What Early shift is' })
          .getByRole('radio', { name: 'Owner' })
          .click();
        await expect(owner.getByRole('region', { name: 'People' }).getByText('owner, signs in as early')).toBeVisible();

        // What is typed then waits; whoever else comes to this browser neither sends it nor loses it.
        await logMagnet(welder, 'clear pull');
        await expect(welder.getByRole('form', { name: 'Sign in' })).toBeVisible();
        await expect.poll(() => keptOperations(welder)).toContain('clear');
        await signIn(welder, LEAD);
        await expect(welder.getByRole('banner')).toContainText(LEAD.name);
        await expect(log(welder)).toContainText('by Early shift');
        await expect(log(welder)).not.toContainText('clear pull');
        await signOut(welder, LEAD);
        await signIn(welder, EARLY);
        await expect(log(welder)).toContainText(/clear pull.*by Early shift/);
        await saved(welder);
        await owner.goto(welder.url());
        await expect(log(owner)).toContainText(/clear pull.*by Early shift/);

        // Let go: what they did stays, under a pseudonym if they wish.
        await owner.goto(new URL('/settings', program.url).href);
        await owner
          .getByRole('listitem')
          .filter({ hasText: EARLY.name })
          .getByRole('button', { name: 'Let go' })
          .click();
        await owner.getByRole('button', { name: 'Under a pseudonym', exact: true }).click();
        await expect(owner.getByRole('region', { name: 'People' })).toContainText('Former member 1');
        await owner.goto(welder.url());
        await expect(log(owner)).toContainText('by Former member 1');
      });
    } finally {
      await program.stop();
      removeDataDirectory(directory);
    }
  },
);

test('made-up people of the demo come in by one tap; a reader is told that nothing they change is kept', async ({
  browser,
  demo,
}) => {
  const context = await browser.newContext();
  try {
    const page = await context.newPage();
    await page.goto(demo.url);
    await page.getByRole('banner').getByText('Who works?').click();
    await page.getByRole('button', { name: 'Depot office, reader' }).click();
    await expect(page.getByText('You look on here as a reader')).toBeVisible();
    await openJob(page, 'Park gate latch, snapped pin');
    await stage(page, 'Job');
    await page.getByRole('textbox', { name: 'Job', exact: true }).fill('Renamed by a reader');
    await expect(page.getByText(/Somebody who is reader here may not do this/).first()).toBeVisible();
    await page.getByRole('banner').getByText('Depot office').click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect(page.getByRole('banner').getByText('Who works?')).toBeVisible();
    await page.goto(demo.url);
    await page.getByRole('searchbox', { name: 'Search jobs' }).fill('Park gate');
    await expect(page.getByText('Park gate latch, snapped pin', { exact: true })).toBeVisible();
  } finally {
    await context.close();
  }
});
