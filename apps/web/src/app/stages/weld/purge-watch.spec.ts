import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NO_PURGE, type Meter, type MeterUse, type StandingAlarm } from '@variatum/contracts';
import { of } from 'rxjs';
import { JointStore, WeldStore } from '../../job/stores';
import { aJob, aJoint, aTube, JOB_ID, jobProviders, openJob } from '../../../testing/job-fixture';
import { ComputeService } from '../../compute/compute.service';
import { Now } from '../../kit/now';
import { SteadyClock } from '../../kit/steady-clock';
import { MeterStore, Readings, StandingAlarms, type SeenReading } from '../../meters';
import { PurgePlanning } from '../../planning';
import { PurgeWatch } from './purge-watch';
import { TypedOxygen } from './typed-oxygen';

const GAS_ON = Date.UTC(2026, 0, 5, 8);
const meters = signal<readonly Meter[]>([]);
const readings = signal<ReadonlyMap<string, readonly SeenReading[]>>(new Map());
const alarms = signal<readonly StandingAlarm[]>([]);
const ms = signal(GAS_ON);
let fits = 0;

const meter = (id: string, place: MeterUse['place'], joint: string | null = null): Meter => ({
  id,
  kind: 'oxygen',
  name: id,
  lagS: null,
  use: { job: JOB_ID, joint, place },
  heardAt: null,
  version: 1,
  withdrawnAt: null,
});
/** Readings a second apart since gas was turned on. */
const shows = (id: string, ...ppm: readonly (number | null)[]): void => {
  readings.update((all) =>
    new Map(all).set(
      id,
      ppm.map((value, index) => ({ atMs: GAS_ON + 1000 * index, heardMs: GAS_ON + 1000 * index, value })),
    ),
  );
  ms.set(GAS_ON + 1000 * ppm.length);
};

beforeEach(() => {
  meters.set([]);
  readings.set(new Map());
  alarms.set([]);
  ms.set(GAS_ON);
  fits = 0;
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      { provide: ComputeService, useValue: { purgeFit: () => (fits++, of(null)) } },
      { provide: MeterStore, useValue: { meters } },
      { provide: Readings, useValue: { of: (id?: string) => readings().get(id ?? '') ?? [] } },
      { provide: StandingAlarms, useValue: { alarms } },
      { provide: Now, useValue: { ms, steadyMs: ms } },
      { provide: SteadyClock, useValue: { read: () => ms() } },
      TypedOxygen,
      PurgePlanning,
      PurgeWatch,
    ],
  });
});

const PIECES = ['0198a6a0-0000-7000-8000-000000000002', '0198a6a0-0000-7000-8000-000000000004'];
async function watch(gas = true): Promise<PurgeWatch> {
  const tube = (id: string, position: number) => aTube(id, position, 2);
  const joint = aJoint({
    joint: { type: 'bevel' },
    sides: PIECES.map((piece) => ({ piece, end: null, alongMm: { value: null, typed: '' }, clock: null })),
  });
  const clock = gas
    ? { startedAt: new Date(GAS_ON).toISOString(), minutes: [1, 2, 4] as [number, number, number] }
    : null;
  await openJob(aJob(PIECES.map(tube), { joints: [joint], purge: { ...NO_PURGE, clock } }));
  return TestBed.inject(PurgeWatch);
}

test('without a meter the predicted wait counts, with one its readings do', async () => {
  const seen = await watch();
  expect([seen.isWanted(), seen.isReady(), seen.minutesLeft()?.measured]).toEqual([true, false, false]);
  ms.set(GAS_ON + 130_000);
  expect(seen.isReady()).toBe(true);
  meters.set([meter('vent', 'vent')]);
  shows('vent', 9000, 400, 60);
  expect(seen.isReady()).toBe(false);
  shows('vent', 9000, 400, 60, 40);
  expect([seen.isReady(), seen.ppm()]).toEqual([true, 40]);
});

test('every joint must be below its target', async () => {
  const seen = await watch();
  meters.set([meter('vent', 'vent')]);
  shows('vent', 9000, 400, 60);
  expect(seen.behind().map(({ state }) => state)).toEqual(['waiting']);
  shows('vent', 9000, 400, 60, 44);
  expect(seen.isReady()).toBe(true);
});

test('a reading that does not come is none; a silent meter leaves what was predicted, and blocks nothing', async () => {
  const seen = await watch();
  meters.set([meter('vent', 'vent')]);
  shows('vent', 400, 60, 55, null);
  expect(seen.ppm()).toBe(55);
  ms.set(GAS_ON + 60_000);
  expect([seen.ppm(), seen.state(), seen.isReady(), seen.minutesLeft()?.measured]).toEqual([
    null,
    'lost',
    false,
    false,
  ]);
  ms.set(GAS_ON + 130_000);
  expect(seen.isReady()).toBe(true);
});

test('a figure somebody reads off a display and types counts like one that was sent', async () => {
  const seen = await watch();
  TestBed.inject(WeldStore).add(TestBed.inject(JointStore).shown()!.id, { kind: 'oxygen', place: 'inside', ppm: 38 });
  expect([seen.ppm(), seen.state(), seen.isReady(), seen.oxygenNow()]).toEqual([
    38,
    'ready',
    true,
    { ppm: 38, by: 'read' },
  ]);
});

test('what nobody reads is reckoned for the moment', async () => {
  const seen = await watch();
  const first = seen.oxygenNow();
  ms.set(GAS_ON + 60_000);
  const later = seen.oxygenNow();
  expect([first?.by, later?.by]).toEqual(['reckoned', 'reckoned']);
  expect(first?.ppm).toBeGreaterThan(100_000);
  expect(later?.ppm).toBeLessThan(first!.ppm / 2);
});

test('what was read before the gas was on is not of this purge', async () => {
  const seen = await watch();
  meters.set([meter('vent', 'vent')]);
  readings.set(new Map([['vent', [{ atMs: GAS_ON - 5000, heardMs: GAS_ON - 5000, value: 30 }]]]));
  expect([seen.trace(), seen.state()]).toEqual([[], 'unseen']);
});

test('oxygen that rises is told, and stays told when the meter falls silent', async () => {
  const seen = await watch();
  meters.set([meter('vent', 'vent')]);
  shows('vent', 400, 60, 40, 160, 300);
  expect(seen.hasRisen()).toBe(true);
  ms.set(GAS_ON + 600_000);
  expect([seen.hasRisen(), seen.isReady()]).toEqual([true, false]);
});

test('what the server heard while no page was open calls here too, until good readings end it', async () => {
  const seen = await watch();
  meters.set([meter('vent', 'vent')]);
  const startedAt = new Date(GAS_ON).toISOString();
  const call = { id: 'call', jobId: JOB_ID, jointId: null, meterId: 'vent', ppm: 300, startedAt, endedAt: null };
  alarms.set([{ ...call, what: 'oxygen-rose', version: 1 }]);
  expect([seen.hasRisen(), seen.risesByMeter(), seen.inside().lastPpm]).toEqual([true, true, 300]);
  shows('vent', 40, 38);
  // The server has not said yet that it is over: here it is.
  expect([seen.hasRisen(), seen.isReady()]).toEqual([false, true]);
});

test('gas is not asked for where the back is shielded without it', async () => {
  const seen = await watch(false);
  expect([seen.isWanted(), seen.isReady(), seen.gasOnMs()]).toEqual([true, false, null]);
});

test('a trace that is thinned for the fit is fitted anew with every newer reading', async () => {
  await watch();
  meters.set([meter('vent', 'vent')]);
  for (const readingsSoFar of [400, 402, 404]) {
    shows('vent', ...Array.from({ length: readingsSoFar }, (_, index) => 209_000 / (index + 1)));
    TestBed.tick();
  }
  expect(fits).toBe(3);
});
