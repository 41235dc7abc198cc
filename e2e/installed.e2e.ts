/// <reference lib="dom" />
import type { Page } from '@playwright/test';
import { createHash } from 'node:crypto';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { expect, test } from './support/fixtures';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';
import { filesNotKept } from './support/service-worker';

const BUILT = resolve(import.meta.dirname, '../dist/web/browser');

/** Another version of the program: its page says so in a remark. */
function makeNewer(directory: string): void {
  const [page, list] = [join(directory, 'index.html'), join(directory, 'ngsw.json')];
  const html = readFileSync(page, 'utf8').replace('</body>', '<meta name="newer" content="yes" /></body>');
  writeFileSync(page, html);
  const manifest = JSON.parse(readFileSync(list, 'utf8')) as { timestamp: number; hashTable: Record<string, string> };
  manifest.timestamp++;
  manifest.hashTable['/index.html'] = createHash('sha1').update(html).digest('hex');
  writeFileSync(list, JSON.stringify(manifest));
}

const isNewer = (page: Page): Promise<boolean> =>
  page.evaluate(() => document.querySelector('meta[name="newer"]') !== null);

test('the program can be installed, and a newer version is taken with what is being typed kept', async ({
  browser,
}) => {
  const [directory, web] = [newDataDirectory(), mkdtempSync(join(tmpdir(), 'variatum-web-'))];
  cpSync(BUILT, web, { recursive: true });
  const program = await startProgram('start', directory, undefined, { VARIATUM_WEB_DIRECTORY: web });
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  try {
    const page = await context.newPage();
    await page.goto(program.url);
    const session = await context.newCDPSession(page);
    const { manifest } = (await session.send('Page.getAppManifest')) as {
      manifest?: { name?: string; display?: string; icons?: unknown[] };
    };
    expect([manifest?.name, manifest?.display?.toLowerCase()]).toEqual([
      'Variatum',
      expect.stringContaining('standalone'),
    ]);
    const { installabilityErrors } = (await session.send('Page.getInstallabilityErrors')) as {
      installabilityErrors: { errorId: string }[];
    };
    // A browser window that keeps nothing installs nothing; that is all that may stand against it.
    expect(installabilityErrors.map(({ errorId }) => errorId).filter((id) => id !== 'in-incognito')).toEqual([]);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect.poll(() => filesNotKept(page)).toBe(0);

    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('What came in?').fill('Typed across versions');
    await page.getByRole('button', { name: 'Start the job' }).click();
    const note = page.getByLabel('What it is, what failed and why');
    await note.fill('half a sentence');
    makeNewer(web);
    // As a page does that was without a network for a while.
    await page.evaluate(() => dispatchEvent(new Event('online')));
    await expect(page.getByText('A newer version of the program is here.')).toBeVisible();
    expect(await isNewer(page)).toBe(false);
    await note.fill('a whole sentence');
    await page.getByRole('button', { name: 'Take it now' }).click();
    await expect.poll(() => isNewer(page).catch(() => false)).toBe(true);
    await expect(note).toHaveValue('a whole sentence');
  } finally {
    await context.close();
    await program.stop();
    removeDataDirectory(directory);
    rmSync(web, { recursive: true });
  }
});
