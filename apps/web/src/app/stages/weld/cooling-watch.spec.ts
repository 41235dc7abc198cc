import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { JointRecord, Meter, WeldRecord } from '@variatum/contracts';
import type { WeldEntry } from '@variatum/metallurgy';
import { NEVER, of } from 'rxjs';
import { aJob, aJoint, aTube, aWeld, JOB_ID, jobProviders, openJob } from '../../../testing/job-fixture';
import { planWith } from '../../../testing/planned-job';
import { ComputeService } from '../../compute/compute.service';
import { WeldStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { MeterStore, Readings, type SeenReading } from '../../meters';
import { OrderPlanning, PurgePlanning, SettingsPlanning } from '../../planning';
import { CoolingWatch } from './cooling-watch';

const meters = signal<readonly Meter[]>([]);
const readings = signal<readonly SeenReading[]>([]);
const ms = signal(0);
const fits = { forecast: 0, fit: 0 };

beforeEach(() => {
  meters.set([]);
  readings.set([]);
  fits.forecast = fits.fit = 0;
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      {
        provide: ComputeService,
        useValue: {
          judgeOrder: () => NEVER,
          coolingForecast: () => (fits.forecast++, of({ nowC: 240, secondsLeft: [60, 90, 130] })),
          interpassFit: () => (
            fits.fit++,
            of({ nowC: { median: 200, range90: [199, 201] }, secondsLeft: { median: 30, range90: [25, 40] } })
          ),
        },
      },
      planWith('ER316L'),
      { provide: MeterStore, useValue: { meters } },
      { provide: Readings, useValue: { of: (id?: string) => (id === undefined ? [] : readings()) } },
      { provide: Now, useValue: { ms, steadyMs: ms } },
      PurgePlanning,
      SettingsPlanning,
      OrderPlanning,
      CoolingWatch,
    ],
  });
});

const PIECES = ['0198a6a0-0000-7000-8000-000000000002', '0198a6a0-0000-7000-8000-000000000004'];
const IDS = ['0198a6a0-0000-7000-8000-000000000011', '0198a6a0-0000-7000-8000-000000000012'];
async function watch(weld: readonly WeldRecord[]): Promise<CoolingWatch> {
  const tube = (id: string, position: number) => aTube(id, position, 4);
  const joints = IDS.map((id, position): JointRecord =>
    aJoint({
      id,
      position,
      joint: { type: 'bevel' },
      sides: PIECES.map((piece) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null })),
    }),
  );
  await openJob(aJob(PIECES.map(tube), { joints, weld: [...weld] }));
  const found = TestBed.inject(CoolingWatch);
  for (let turn = 0; turn < 3; turn++) {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve, 0));
  }
  return found;
}
function bead(): { readonly log: readonly WeldRecord[]; readonly endMs: number } {
  const start = aWeld(IDS[0]!, {
    kind: 'start',
    bead: 'run',
    pass: 0,
    number: 0,
    fromMm: 0,
    toMm: 180,
    amps: 70,
    rod: 'ER316L',
    rodMm: 1.6,
    lot: '',
    person: 0,
  });
  const stop = aWeld(IDS[0]!, { kind: 'stop', of: start.id, why: 'end', toMm: null });
  return { log: [start, stop], endMs: Date.parse(stop.at) };
}

test('a joint nobody has begun can be welded; one that burns cannot', async () => {
  const { log } = bead();
  const found = await watch(log.slice(0, 1));
  expect(found.clocks().map(({ isCool, isBurning }) => [isCool, isBurning])).toEqual([
    [false, true],
    [true, false],
  ]);
});

test('without a thermometer the wait follows from the heat that was laid', async () => {
  const { log, endMs } = bead();
  ms.set(endMs + 1000);
  const found = await watch(log);
  const [first] = found.clocks();
  expect(fits.forecast).toBeGreaterThan(0);
  expect(first).toMatchObject({ by: 'reckoned', nowC: 240, isCool: false });
  expect(first!.readyMs!.map((at, index) => at! - first!.readyMs![0] - [0, 30_000, 70_000][index]!)).toEqual([0, 0, 0]);
});

test('what was reckoned before the last arc does not call the joint cool', async () => {
  const { log, endMs } = bead();
  ms.set(endMs + 1000);
  const found = await watch(log);
  ms.set(Date.now() + 600_000);
  expect(found.clocks()[0]!.isCool).toBe(true);
  const weld = TestBed.inject(WeldStore);
  const again = weld.add(IDS[0]!, { ...(log[0]!.entry as Extract<WeldEntry, { kind: 'start' }>), number: 1 });
  weld.add(IDS[0]!, { kind: 'stop', of: again!, why: 'end', toMm: null });
  expect(found.clocks()[0]).toMatchObject({ isCool: false, readyMs: null });
});

test('a thermometer at the joint counts, and below the limit it can be gone on with', async () => {
  const { log, endMs } = bead();
  meters.set([
    {
      id: 'hot',
      kind: 'temperature',
      name: 'hot',
      lagS: null,
      use: { job: JOB_ID, joint: IDS[0]!, place: 'joint' },
      heardAt: null,
      version: 1,
      withdrawnAt: null,
    },
  ]);
  const at = (seconds: number, value: number): SeenReading => ({
    atMs: endMs + 1000 * seconds,
    heardMs: endMs + 1000 * seconds,
    value,
  });
  readings.set([at(1, 300), at(3, 280), at(5, 262), at(7, 247), at(9, 233)]);
  ms.set(endMs + 10_000);
  const found = await watch(log);
  expect(fits.fit).toBeGreaterThan(0);
  expect(found.clocks()[0]).toMatchObject({ by: 'meter', nowC: 233, isCool: false });
  readings.update((all) => [...all, at(60, 120)]);
  ms.set(endMs + 61_000);
  expect(found.clocks()[0]).toMatchObject({ by: 'meter', nowC: 120, isCool: true });
});

test('what is typed counts like a reading', async () => {
  const { log, endMs } = bead();
  const typed = aWeld(IDS[0]!, { kind: 'temperature', tempC: 90, by: 'typed' });
  ms.set(endMs + 2000);
  const found = await watch([...log, typed]);
  expect(found.clocks()[0]).toMatchObject({ by: 'meter', nowC: 90, isCool: true });
});

test('hours later a joint that nobody measures is cold, and nothing is reckoned about it any more', async () => {
  const { log, endMs } = bead();
  ms.set(endMs + 3 * 3600 * 1000);
  const found = await watch(log);
  expect([fits.forecast, found.clocks()[0]!.isCool]).toEqual([0, true]);
});
