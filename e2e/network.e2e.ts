/// <reference lib="dom" />
import type { Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { freePortFor } from './support/free-port';
import { otherHost } from './support/other-host';
import { openJob, openTest, stage } from './support/part';
import { firstOwner, invited, type Somebody } from './support/people';
import { newDataDirectory, removeDataDirectory, startProgram, type Program } from './support/program';
import { saved } from './support/saved';
import { filesNotKept } from './support/service-worker';

const PIN = '2580';
const JOB = '3 mm 304L sheet to 6 mm A36 plate, fillet';

const log = (page: Page) => page.getByRole('region', { name: 'Log of tests' });
const logMagnet = async (page: Page, outcome: string): Promise<void> => {
  await openTest(page, 'Magnet');
  await page.getByRole('button', { name: outcome, exact: true }).click();
};

/** A tap on a name and the number on the pad. */
async function tapIn(page: Page, { name }: Somebody): Promise<void> {
  await page.getByRole('button', { name, exact: true }).click();
  const pad = page.getByRole('group', { name: 'Your number' });
  for (const figure of PIN) await pad.getByRole('button', { name: figure, exact: true }).click();
  await pad.getByRole('button', { name: 'OK' }).click();
}

/** Waits for the page of somebody: the page before it shows their name too, in the question for their number. */
const works = (page: Page, { name }: Somebody): Promise<void> =>
  expect(page.getByRole('banner').getByRole('button', { name, exact: true })).toBeVisible();

const changeTo = async (page: Page, before: Somebody, after: Somebody): Promise<void> => {
  await page.getByRole('banner').getByRole('button', { name: before.name }).click();
  await tapIn(page, after);
};

test(
  'a tablet in the network: trusted, enrolled, changed hands by a number; what two typed without a server arrives ' +
    'under their names',
  async () => {
    const directory = newDataDirectory();
    const host = otherHost();
    const [port, securePort] = [await freePortFor(), await freePortFor()];
    const listen = ['--listen', host.address, '--secure-port', String(securePort)];
    let program: Program = await startProgram('start', directory, port);
    try {
      const lead = await firstOwner(program, 'Workshop lead');
      const early = await invited(program.url, lead, 'Early shift', 'welder');
      const late = await invited(program.url, lead, 'Late shift', 'welder');
      for (const { client, password } of [early, late])
        await client.ask('POST', '/session/pin', { password, pin: PIN });
      await lead.client.ask('POST', '/jobs', { title: JOB });
      await program.stop();
      program = await startProgram('start', directory, port, {}, listen);
      const address = `https://${host.address}:${securePort}/`;
      await expect.poll(() => program.printed()).toContain(address);

      // A device that trusts nothing yet is warned, and serves nobody as if it were right.
      const stranger = await host.browser();
      await expect((await stranger.newPage()).goto(address)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
      const warned = await (await stranger.newContext({ ignoreHTTPSErrors: true })).newPage();
      await warned.goto(`${address}trust`);
      const { authority } = await lead.client.ask<{ authority: { fingerprint: string } }>('GET', '/network');
      await expect(warned.getByTestId('fingerprint')).toHaveText(authority.fingerprint);
      await expect(warned.getByRole('img', { name: /picture for a camera/ })).toBeVisible();
      const fetched = warned.waitForEvent('download');
      await warned.getByRole('link', { name: 'The authority of this machine' }).click();
      const stream = await (await fetched).createReadStream();
      let certificate = '';
      for await (const chunk of stream) certificate += String(chunk);
      await stranger.close();
      host.trust(certificate);

      const browser = await host.browser();
      const context = await browser.newContext({ serviceWorkers: 'allow' });
      const page = await context.newPage();
      await page.goto(address);
      const form = page.getByRole('form', { name: 'Sign in' });
      await form.getByLabel('Name you sign in with').fill(lead.signInName);
      await form.getByLabel('Password').fill(lead.password);
      await form.getByRole('button', { name: 'Sign in' }).click();
      await page.getByRole('link', { name: 'Settings' }).click();
      const tablets = page.getByRole('region', { name: 'Tablets' });
      await tablets.getByLabel('Name of this tablet').fill('TIG bench');
      await tablets.getByRole('button', { name: 'Make this browser a tablet' }).click();
      await expect(tablets.getByRole('listitem')).toContainText('TIG bench');
      await page.getByRole('banner').getByRole('button', { name: lead.name }).click();
      await page.getByRole('button', { name: 'Sign out', exact: true }).click();
      await expect(page.getByRole('button', { name: 'With name and password' })).toBeVisible();

      // One after the other, with gloves on.
      await tapIn(page, early);
      await works(page, early);
      await page.getByRole('link', { name: 'Job board' }).click();
      await openJob(page, JOB);
      await stage(page, 'Pieces');
      await page.getByRole('button', { name: 'Add a piece' }).click();
      await stage(page, 'Identify');
      await logMagnet(page, 'no pull');
      await saved(page);
      await changeTo(page, early, late);
      await works(page, late);
      await logMagnet(page, 'faint pull');
      await saved(page);
      await expect(log(page)).toContainText(/faint pull.*by Late shift/);
      await expect(log(page)).toContainText(/no pull.*by Early shift/);

      // The server goes; the page is opened anew from what the browser keeps, and two people type.
      await page.evaluate(() => navigator.serviceWorker.ready);
      await expect.poll(() => filesNotKept(page)).toBe(0);
      await program.stop();
      await page.reload();
      await expect(page.getByText(/No server answers. This is as last seen here/)).toBeVisible();
      await expect(log(page)).toContainText(/faint pull/);
      await logMagnet(page, 'clear pull');
      await changeTo(page, late, early);
      await page.getByRole('button', { name: 'Work on as Early shift' }).click();
      await works(page, early);
      await logMagnet(page, 'full pull, like mild steel');
      await expect(page.getByRole('status').filter({ hasText: 'known to be saved' })).toBeVisible();

      program = await startProgram('start', directory, port, {}, listen);
      // Whoever said they work here shows it now; only then what they typed is sent.
      const pad = page.getByRole('group', { name: 'Your number' });
      await expect(pad).toBeVisible();
      const made = async (): Promise<string[]> => {
        const { jobs } = await lead.client.ask<{ jobs: { id: string }[] }>('GET', '/jobs');
        const job = await lead.client.ask<{ pieces: { tests: { entry: { outcome: string }; madeBy: string }[] }[] }>(
          'GET',
          `/jobs/${jobs[0]?.id}`,
        );
        const names = new Map([lead, early, late].map(({ person, name }) => [person, name]));
        return job.pieces.flatMap(({ tests }) =>
          tests.map(({ entry, madeBy }) => `${entry.outcome} by ${names.get(madeBy)}`),
        );
      };
      await expect.poll(made).toContain('clear by Late shift');
      expect(await made()).not.toContain('full by Early shift');
      for (const figure of PIN) await pad.getByRole('button', { name: figure, exact: true }).click();
      await pad.getByRole('button', { name: 'OK' }).click();
      await expect.poll(made).toContain('full by Early shift');
      await saved(page);
      expect((await made()).sort()).toEqual([
        'clear by Late shift',
        'faint by Late shift',
        'full by Early shift',
        'none by Early shift',
      ]);
      await browser.close();
    } finally {
      await program.stop();
      host.end();
      removeDataDirectory(directory);
    }
  },
);
