import type { JobDetail, WeldRecord } from '@variatum/contracts';
import type { Locator, Page } from '@playwright/test';
import { expect, test } from './support/fixtures';
import { freePortFor } from './support/free-port';
import { addMeter, jobOf, putOutOfUse, sendInstrument, VentMeter } from './support/meters';
import { openJob, stage } from './support/part';
import { newDataDirectory, removeDataDirectory, startProgram } from './support/program';
import { saved } from './support/saved';
import { twoPeople } from './support/two-people';

const COIL = 'Greenhouse steam coil, pinhole';
const torch = (page: Page): Locator => page.getByRole('dialog', { name: 'At the torch' });
const press = (page: Page, name: string): Locator => torch(page).getByRole('button', { name, exact: true });

/** Holds the one button until the list is there. */
async function hold(page: Page): Promise<void> {
  const button = torch(page).locator('button.press');
  await button.dispatchEvent('pointerdown');
  await torch(page).getByRole('menu').waitFor();
  await button.dispatchEvent('pointerup');
}
const choose = (page: Page, title: string): Promise<void> =>
  torch(page).getByRole('menuitem', { name: title, exact: true }).tap();

/** Puts the arc out; of a run that was shorter than a hand is it is asked whether it was so. */
async function arcOut(page: Page): Promise<void> {
  await press(page, 'Arc out').tap();
  await expect(press(page, 'Arc out')).toHaveCount(0);
  if (await press(page, 'It was so').isVisible()) await press(page, 'It was so').tap();
}

/** Beads of a log: each start with its stop. */
const beadsOf = ({ weld }: JobDetail): readonly (readonly [WeldRecord, WeldRecord | undefined])[] =>
  weld
    .filter(({ entry, struckOutAt }) => entry.kind === 'start' && struckOutAt === null)
    .map((start) => [start, weld.find(({ entry }) => entry.kind === 'stop' && entry.of === start.id)]);

test(
  'the steam coil is welded by one finger with a meter in the vent: lifted tape is caught, a killed server loses ' +
    'nothing',
  async ({ browser }) => {
    const directory = newDataDirectory();
    const port = await freePortFor();
    let program = await startProgram('demo', directory, port);
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
    let vent: VentMeter | undefined;
    let thermometer: ReturnType<typeof sendInstrument> | undefined;
    try {
      const page = await context.newPage();
      await page.goto(program.url);
      const job = await jobOf(context.request, program.url, COIL);
      vent = new VentMeter(
        program.url,
        (await addMeter(context.request, program.url, 'oxygen', 'Vent', { job: job.id, joint: null, place: 'vent' }))
          .key,
      );
      const held = await addMeter(context.request, program.url, 'temperature', 'Bead', {
        job: job.id,
        joint: job.joints[0]!.id,
        place: 'joint',
      });
      thermometer = sendInstrument(program.url, held.key, 'temperature', { rise: '80', arc: '20' });
      // It is welded where it hangs: up one side, then up the other.
      const [ring] = job.joints;
      await context.request.patch(`${program.url}api/joints/${ring!.id}`, {
        data: { version: ring!.version, seamOrder: { ...ring!.seamOrder, turns: false } },
      });
      await openJob(page, COIL);
      await stage(page, 'Weld');
      await page.getByRole('button', { name: 'To the torch' }).tap();
      await expect(torch(page)).toBeVisible();
      // The plan begins with another joint; who wants to weld this one first does.
      await expect(torch(page).locator('.what')).toHaveText('Joint 4');
      await hold(page);
      await choose(page, 'Another joint');
      await choose(page, 'Joint 1');

      await press(page, 'Gas is on').tap();
      vent.gasOn();
      // What the meter shows is on the screen, and the arc is offered once it is below the target.
      await expect(torch(page).locator('.air')).toContainText('ppm');
      for (const tack of [1, 2, 3]) {
        await expect(torch(page).locator('.about')).toContainText(`tack ${tack} of 3`, { timeout: 120_000 });
        await press(page, 'Arc on').tap();
        await press(page, 'Arc out').tap();
      }
      await press(page, 'Arc on').tap();
      vent.liftTape();
      await expect(torch(page).locator('.what')).toHaveText('Oxygen rises', { timeout: 120_000 });
      await press(page, 'Arc out').tap();
      // Nothing more is offered while it stands high.
      await expect(press(page, 'Arc on')).toHaveCount(0);
      vent.mendTape();
      await press(page, 'Arc on').waitFor({ timeout: 120_000 });
      await press(page, 'Arc on').tap();

      // The arc burns on while the server is gone; what is tapped is kept here.
      await press(page, 'Arc out').waitFor();
      await program.kill();
      await arcOut(page);
      await expect(torch(page).locator('.unsaved')).toContainText('Not yet known to be saved', { timeout: 60_000 });
      // A meter that is silent blocks nothing: what was predicted holds.
      await expect(torch(page).locator('.air')).toHaveText('no reading', { timeout: 60_000 });
      await press(page, 'Arc on').tap({ timeout: 120_000 });
      await arcOut(page);
      program = await startProgram('demo', directory, port);
      await expect(torch(page).locator('.unsaved')).toHaveCount(0, { timeout: 120_000 });

      for (;;) {
        const offered = press(page, 'Arc on');
        const what = torch(page).locator('.what');
        const next = what.filter({ hasText: 'Joint 4' });
        await expect(offered.or(next).first()).toBeVisible({ timeout: 120_000 });
        if (await next.isVisible()) break;
        await offered.tap();
        await arcOut(page);
      }
      await hold(page);
      await choose(page, 'Leave');
      await expect(torch(page)).toHaveCount(0);
      await saved(page);

      const after = await jobOf(context.request, program.url, COIL);
      const beads = beadsOf(after);
      // Three tacks, two runs, one of them in two parts because of the alarm; each with its stop, once.
      expect(beads.map(([{ entry }]) => entry.kind === 'start' && entry.bead)).toEqual([
        'tack',
        'tack',
        'tack',
        'run',
        'run',
        'run',
      ]);
      expect(beads.every(([, stop]) => stop !== undefined)).toBe(true);
      expect(new Set(after.weld.map(({ id }) => id)).size).toBe(after.weld.length);
      const called = after.weld.flatMap(({ entry }) => (entry.kind === 'alarm' ? [entry.what] : []));
      expect(called.filter((what) => what === 'oxygen-rose')).toHaveLength(1);
      const table = page.getByRole('region', { name: 'Pass log' });
      await expect(table.getByRole('row')).toHaveCount(1 + beads.length);
      await expect(table).toContainText('alarm: oxygen rose to');
      // What the thermometer showed before the runs stands with them.
      expect(
        after.weld.filter(({ entry }) => entry.kind === 'temperature' && entry.by === 'meter').length,
      ).toBeGreaterThanOrEqual(2);
      await page.reload();
      await expect(table.getByRole('row')).toHaveCount(1 + beads.length);
      await page.goto(page.url().replace(/\?.*/, ''));
      await expect(page.getByTestId('torch-what')).toHaveText('Joint 4');
    } finally {
      vent?.end();
      thermometer?.kill();
      await context.close();
      await program.stop();
      removeDataDirectory(directory);
    }
  },
);

test('an alarm for the air of the room stands on every page until it is answered, whatever the clocks say', async ({
  browser,
  demo,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  try {
    const page = await context.newPage();
    // The tablet goes a quarter of an hour ahead of everything else.
    await page.clock.install({ time: Date.now() + 900_000 });
    await page.goto(demo.url);
    const job = await jobOf(context.request, demo.url, 'Pool ladder, pitted old weld');
    const { key } = await addMeter(context.request, demo.url, 'oxygen', 'Room', {
      job: job.id,
      joint: null,
      place: 'room',
    });
    const shows = async (ppm: number): Promise<void> => {
      const sent = await context.request.post(`${demo.url}api/meters/lines`, {
        headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/x-ndjson' },
        data: JSON.stringify({ ppm }),
      });
      expect(sent.status()).toBe(200);
    };
    await openJob(page, 'Pool ladder, pitted old weld');
    await stage(page, 'Weld');
    await page.getByRole('button', { name: 'To the torch' }).tap();
    await shows(209_000);
    await shows(170_000);
    const what = torch(page).locator('.what');
    await expect(what).toContainText('Leave the room');
    await expect(torch(page).locator('.air')).toHaveText('room 17.0 %');
    // The meter falls silent: that ends nothing.
    await page.clock.fastForward(60_000);
    await expect(what).toContainText('Leave the room');

    // A finger that holds opens the list; lifted, it chooses nothing.
    const box = (await torch(page).locator('button.press').boundingBox())!;
    const finger = await context.newCDPSession(page);
    const touchPoints = [{ x: box.x + box.width / 2, y: box.y + box.height / 2 }];
    await finger.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints });
    await torch(page).getByRole('menu').waitFor();
    await finger.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await expect(torch(page).getByRole('menu')).toBeVisible();
    await choose(page, 'Silence it for two minutes');
    await expect(torch(page).locator('.unsaved')).toContainText('The alarm stands');
    await expect(what).toContainText('Leave the room');

    // What a display shows is typed with large keys, and counts: once is not half a minute.
    await hold(page);
    await choose(page, 'Oxygen on a display');
    await choose(page, 'In the room, %');
    for (const sign of ['2', '0', '.', '9', 'Take it']) await choose(page, sign);
    await expect(torch(page).locator('.air')).toHaveText('room 20.9 %');
    await expect(what).toContainText('Leave the room');

    // It stands on every page, and on one that is opened anew.
    await page.keyboard.press('Escape');
    await expect(torch(page)).toHaveCount(0);
    const alarm = page.getByTestId('room-alarm');
    await page.goto(demo.url);
    await expect(alarm.getByRole('alert')).toHaveText('Leave the room. Too little oxygen.');
    await alarm.getByRole('button', { name: 'I have left the room' }).tap();
    await expect(alarm).toContainText('Stay outside');
    await alarm.getByRole('button', { name: 'I am back in it' }).tap();
    await expect(alarm).toContainText('Leave the room');
    // Good readings for half a minute end it.
    for (let seconds = 0; seconds <= 20; seconds += 10) {
      await shows(208_000 + seconds);
      await expect(alarm).toContainText('20.8 % oxygen now');
      await page.clock.fastForward(10_000);
    }
    await shows(209_000);
    await expect(alarm).toHaveCount(0);
    const { weld } = await jobOf(context.request, demo.url, 'Pool ladder, pitted old weld');
    const added = weld.filter(({ id }) => !job.weld.some((one) => one.id === id)).map(({ entry }) => entry.kind);
    expect(added.sort()).toEqual(['alarm', 'oxygen']);
    await putOutOfUse(context.request, demo.url, 'Room');
  } finally {
    await context.close();
  }
});

test('a meter is heard while no page is open: it calls on every device that opens the job, and is logged once', async ({
  browser,
  demo,
  request,
}) => {
  const title = 'Pool ladder, pitted old weld';
  const job = await jobOf(request, demo.url, title);
  // Entries stand by their own moments: those of a tablet that goes ahead come last.
  const before = new Set(job.weld.map(({ id }) => id));
  const use = { job: job.id, joint: null, place: 'room' } as const;
  const { key } = await addMeter(request, demo.url, 'oxygen', 'Pit', use);
  const shows = (ppm: number) =>
    request.post(`${demo.url}api/meters/lines`, {
      headers: { Authorization: `Bearer ${key}`, 'Content-Type': 'application/x-ndjson' },
      data: JSON.stringify({ ppm }),
    });
  const alarms = async (): Promise<readonly unknown[]> =>
    (await jobOf(request, demo.url, title)).weld.filter(({ id, entry }) => !before.has(id) && entry.kind === 'alarm');
  for (const ppm of [208_000, 175_000]) expect((await shows(ppm)).status()).toBe(200);
  await expect.poll(async () => (await alarms()).length).toBe(1);
  const contexts = await Promise.all([browser.newContext(), browser.newContext()]);
  try {
    const pages = await Promise.all(contexts.map((context) => context.newPage()));
    for (const page of pages) {
      await page.goto(demo.url);
      await openJob(page, title);
      await expect(page.getByTestId('room-alarm').getByRole('alert')).toHaveText('Leave the room. Too little oxygen.');
      await expect(page.getByTestId('room-alarm')).toContainText('17.5 % oxygen');
      await expect(page.getByTestId('room-alarm')).toContainText('replaces no alarm worn on the body');
      await stage(page, 'Weld');
      await page.getByRole('button', { name: 'To the torch' }).click();
      await expect(torch(page).locator('.what')).toContainText('Leave the room');
    }
    await putOutOfUse(request, demo.url, 'Pit');
    for (const page of pages) await expect(torch(page).locator('.what')).not.toContainText('Leave the room');
    expect(await alarms()).toHaveLength(1);
  } finally {
    await Promise.all(contexts.map((context) => context.close()));
  }
});

test('everything at the torch is reached by one key: a press goes on, a held one chooses', async ({
  page,
  demo,
  complaints,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Screen rake, loose tine');
  await stage(page, 'Weld');
  await page.getByRole('button', { name: 'To the torch' }).click();
  await press(page, 'Arc on').waitFor();
  await page.keyboard.press('b');
  await press(page, 'Arc out').waitFor();
  await page.keyboard.press('b');
  await press(page, 'Arc on').waitFor();
  const holdKey = async (until: Locator): Promise<void> => {
    await page.keyboard.down('b');
    await until.waitFor();
    await page.keyboard.up('b');
  };
  const menu = torch(page).getByRole('menu');
  await holdKey(menu);
  const current = menu.locator('[aria-current="true"]');
  for (;;) {
    const title = await current.textContent();
    if (title?.trim() === 'Temperature') break;
    await page.keyboard.press('b');
    await expect(current).not.toHaveText(title ?? '');
  }
  await holdKey(menu.getByRole('menuitem', { name: '40 °C' }));
  await holdKey(torch(page).getByText('40 °C logged.'));
  await expect(menu).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Pass log' })).toContainText('40 °C, typed');
  expect(complaints.list).toEqual([]);
});

test('two people weld one joint from two devices, and each sees the other', async ({ browser, demo }) => {
  await twoPeople(browser, async ({ page: mine, browser: here }, { page: theirs }) => {
    const job = await jobOf(here.request, demo.url, 'Boiler-house flue grate, broken bars');
    const [joint] = job.joints;
    await here.request.patch(`${demo.url}api/joints/${joint!.id}`, {
      data: { version: joint!.version, seamOrder: { ...joint!.seamOrder, people: 2 } },
    });
    for (const page of [mine, theirs]) {
      await page.goto(demo.url);
      await openJob(page, 'Boiler-house flue grate, broken bars');
      await stage(page, 'Weld');
    }
    await theirs.getByRole('radio', { name: 'second', exact: true }).click();
    for (const page of [mine, theirs]) await page.getByRole('button', { name: 'To the torch' }).click();
    const about = (page: Page) => torch(page).locator('.about');
    // Tacks are anybody's: one makes them all.
    for (;;) {
      const next = press(mine, 'Next joint');
      await press(mine, 'Arc on').or(next).first().waitFor();
      if (await next.isVisible()) {
        await next.click();
        continue;
      }
      if (!(await about(mine).textContent())?.includes('tack')) break;
      await press(mine, 'Arc on').click();
      await press(mine, 'Arc out').click();
    }
    // All is tacked; the plan goes on at the same joint for both.
    if (await press(theirs, 'Next joint').isVisible()) await press(theirs, 'Next joint').click();
    const runs = (page: Page) =>
      page.getByRole('region', { name: 'Pass log' }).getByRole('rowheader', { name: /^Run/ });
    await press(mine, 'Arc on').click();
    await expect(press(theirs, 'Arc on')).toBeVisible();
    await press(theirs, 'Arc on').click();
    await press(mine, 'Arc out').waitFor();
    await press(theirs, 'Arc out').waitFor();
    for (const page of [mine, theirs]) await expect(runs(page)).toHaveCount(2);
    // Each puts out their own arc, and only that.
    await press(mine, 'Arc out').click();
    await expect(runs(theirs).filter({ hasText: 'arc on' })).toHaveCount(1);
    await press(theirs, 'Arc out').waitFor();
    await press(theirs, 'Arc out').click();
    for (const page of [mine, theirs]) await expect(runs(page).filter({ hasText: 'arc on' })).toHaveCount(0);
    const { weld } = await jobOf(here.request, demo.url, 'Boiler-house flue grate, broken bars');
    const persons = weld.flatMap(({ entry }) => (entry.kind === 'start' && entry.bead === 'run' ? [entry.person] : []));
    expect(persons.sort()).toEqual([0, 1]);
  });
});

test('a crack in a tack is laid to its cause, changes what the pieces are taken for, and changes the plan', async ({
  page,
  demo,
  complaints,
}) => {
  await page.goto(demo.url);
  await openJob(page, 'Fountain nozzle ring, cracked spigot');
  await stage(page, 'Weld');
  const rod = page.getByRole('complementary', { name: 'Standing answer' });
  const before = await rod.getByTestId('standing-rod').or(rod.locator('.figure').first()).first().textContent();
  await page.getByRole('button', { name: 'To the torch' }).click();
  // A tack before the gas has pushed the air out: held, not pressed.
  await press(page, 'Gas is on').click();
  await hold(page);
  await torch(page).getByRole('menuitem', { name: 'Arc on all the same' }).click();
  await press(page, 'Arc out').waitFor();
  await hold(page);
  for (const title of ['It cracked', 'in a tack', 'while it glowed'])
    await torch(page).getByRole('menuitem', { name: title, exact: true }).click();
  await page.keyboard.press('Escape');
  const finding = page.getByTestId('finding');
  await expect(finding).toContainText(/Laid to solidification cracking/i);
  await expect(finding).toContainText(/303 \d+ % → \d+ %/);
  await expect(page.getByRole('navigation', { name: 'Stages of the work' })).toContainText('it cracked');
  const moves = finding.getByRole('listitem').filter({ has: page.getByRole('button') });
  await moves.first().getByRole('button').click();
  await expect(page.getByTestId('move-taken')).toContainText('Taken');
  await expect(page.getByRole('region', { name: 'Pass log' })).toContainText('Changed after the crack');
  await saved(page);
  const { joints, weld } = await jobOf(page.request, demo.url, 'Fountain nozzle ring, cracked spigot');
  // That the arc came before the gas was clean stands first.
  expect(weld.map(({ entry }) => entry.kind)).toEqual(['early-arc', 'start', 'stop', 'crack', 'note']);
  expect(joints[0]!.settings.root?.downSlopeS).toBeGreaterThanOrEqual(6);
  expect(before).not.toBeNull();
  expect(complaints.list).toEqual([]);
  // Other stories find the metal of this job as it was.
  for (const { id } of weld) {
    const struck = { data: { reason: 'a story' } };
    expect((await page.request.post(new URL(`/api/weld/${id}/strike-out`, demo.url).href, struck)).ok()).toBe(true);
  }
});
