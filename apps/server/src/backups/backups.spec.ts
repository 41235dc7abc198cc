import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backupsIn } from './backups';

const DAY = 86_400_000;

test('the last backup counts, and none for three days is overdue', async () => {
  const home = mkdtempSync(join(tmpdir(), 'variatum-backups-'));
  const directory = join(home, 'backups');
  const now = Date.now();
  expect(await backupsIn(undefined, now)).toEqual({ lastAt: null, overdue: false });
  expect(await backupsIn(directory, now)).toEqual({ lastAt: null, overdue: false });
  expect((await backupsIn(directory, now + 4 * DAY)).overdue).toBe(true);
  mkdirSync(directory);
  for (const [name, days] of [
    ['one.dump', 5],
    ['two.dump', 1],
    ['notes.txt', 0],
  ] as const) {
    writeFileSync(join(directory, name), '');
    utimesSync(join(directory, name), new Date(now - days * DAY), new Date(now - days * DAY));
  }
  const { lastAt, overdue } = await backupsIn(directory, now);
  expect([Math.round((now - Date.parse(lastAt!)) / DAY), overdue]).toEqual([1, false]);
  expect((await backupsIn(directory, now + 3 * DAY)).overdue).toBe(true);
  rmSync(home, { recursive: true });
});
