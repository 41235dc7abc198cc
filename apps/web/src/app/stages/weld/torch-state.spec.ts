import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { WeldEntry } from '@variatum/metallurgy';
import type { PlanStep } from '@variatum/contracts';
import { jointsInTurn, ROOM_UNWATCHED, type RoomAir } from '@variatum/job';
import { Now } from '../../kit/now';
import { AlarmCall, RoomWatch } from '../../meters';
import { JobPlan } from '../../job/job-plan';
import { JointStore, PartSelection } from '../../job/stores';
import { WorkshopStore } from '../../settings/workshop-store';
import { CoolingWatch } from './cooling-watch';
import { OwnUnits } from './own-units';
import { PurgeWatch } from './purge-watch';
import { TorchNow } from './torch-state';
import { WeldPlanning } from './weld-planning';

const RUN = { bead: 'run', pass: 0, number: 0, fromMm: 0, toMm: 40, goesOnMm: 0, person: 0, restS: 0, state: 'open' };
const COLD = {
  joint: 'one',
  number: 1,
  limitC: 150,
  nowC: null,
  measuredC: null as number | null,
  readyMs: null,
  by: 'cold',
  isCool: true,
  isBurning: false,
};
/** Nobody looks, and no meter does. */
const UNWATCHED = { ...ROOM_UNWATCHED, meter: null };
/** Everything around the torch, as a test sets it. */
function around() {
  const gas = {
    wanted: signal(false),
    ready: signal(false),
    risen: signal(false),
    byMeter: signal(false),
    onMs: signal<number | null>(null),
    ppm: signal<number | null>(null),
    left: signal<object | null>(null),
    fit: signal<object | null>(null),
  };
  const room = signal<RoomAir & { meter: string | null }>(UNWATCHED);
  const doubtful = signal<object | null>(null);
  const weld = {
    burning: signal<object | null>(null),
    next: signal<object | null>(RUN),
    done: signal(false),
    early: signal<object | null>(null),
    beads: signal<readonly object[]>([]),
    passes: signal(1),
  };
  const clocks = signal<readonly object[]>([COLD]);
  const steps = signal<readonly object[]>([]);
  const ms = signal(0);
  const logged: WeldEntry[] = [];
  const held = signal(false);
  const struck: boolean[] = [];
  const alarm = { begin: jest.fn(), end: jest.fn(), atTorch: signal(false) };
  TestBed.configureTestingModule({
    providers: [
      {
        provide: PurgeWatch,
        useValue: {
          isWanted: gas.wanted,
          isReady: gas.ready,
          hasRisen: gas.risen,
          risesByMeter: gas.byMeter,
          gasOnMs: gas.onMs,
          inside: () => ({ state: gas.risen() ? 'risen' : 'waiting', ppm: gas.ppm(), lastPpm: gas.ppm() }),
          oxygenNow: () => ({ ppm: 4200, by: 'reckoned' }),
          minutesLeft: gas.left,
          fit: gas.fit,
        },
      },
      { provide: RoomWatch, useValue: { room } },
      {
        provide: WeldPlanning,
        useValue: {
          burning: weld.burning,
          next: weld.next,
          about: () => weld.burning() ?? weld.next(),
          isDone: weld.done,
          steps: () => [RUN],
          log: () => ({ beads: weld.beads(), earlyArc: weld.early() }),
          doubtful,
          order: {
            question: () => ({ arcs: [{ travelMmPerS: 2 }] }),
            passes: weld.passes,
            kept: () => ({ colourWithinMm: null }),
          },
          settings: { tack: () => null },
          note: (entry: WeldEntry) => logged.push(entry),
          isHeld: held,
          start: (repair: boolean) => struck.push(repair),
        },
      },
      { provide: CoolingWatch, useValue: { clocks, shown: () => clocks()[0] } },
      {
        provide: JointStore,
        useValue: { shown: () => ({ id: 'one' }), numberOf: (id: string) => (id === 'one' ? 1 : 2) },
      },
      {
        provide: JobPlan,
        useValue: {
          inTurn: () => jointsInTurn(steps() as PlanStep[]),
          plan: () => ({ steps: [] }),
          shown: () => ({ limitsC: [null, 150], metal: {} }),
        },
      },
      PartSelection,
      { provide: Now, useValue: { ms, steadyMs: ms } },
      { provide: AlarmCall, useValue: alarm },
      { provide: WorkshopStore, useValue: { workshop: () => null } },
      OwnUnits,
      TorchNow,
    ],
  });
  return { gas, room, doubtful, weld, clocks, steps, ms, logged, held, struck, alarm, now: TestBed.inject(TorchNow) };
}

test('gas comes first, then the wait with its range, then the arc', () => {
  const { gas, now } = around();
  gas.wanted.set(true);
  expect(now.words()).toMatchObject({ state: 'gas', press: 'Gas is on' });
  gas.onMs.set(1);
  gas.ppm.set(900);
  gas.left.set({ likely: 2, range: [1.5, 3], measured: true });
  expect(now.words()).toMatchObject({ what: '2:00', about: '900 ppm. Clean in 1:30 to 3:00.', press: '' });
  gas.left.set({ likely: 0, range: [0, 0], measured: true });
  expect(now.words().about).toContain('the meter follows late');
  gas.ready.set(true);
  expect(now.words()).toMatchObject({ state: 'ready', what: 'Weld', press: 'Arc on' });
});

test('what is wrong with the gas is said instead of a time, unless it only takes longer', () => {
  const { gas, now } = around();
  gas.wanted.set(true);
  gas.onMs.set(1);
  gas.left.set({ likely: 2, range: [1, 3], measured: true });
  gas.fit.set({ fault: 'leak' });
  expect(now.words()).toMatchObject({ what: 'Look', about: expect.stringContaining('tape') });
  gas.fit.set({ fault: 'larger-space' });
  expect(now.words()).toMatchObject({ what: '2:00', about: expect.stringContaining('Slower than described') });
});

test('while the arc burns its time runs, and how far it most likely is', () => {
  const { weld, ms, now } = around();
  weld.burning.set({ ...RUN, startMs: 0 });
  ms.set(10_000);
  expect(now.words()).toMatchObject({ state: 'burning', what: '0:10', press: 'Arc out' });
  expect(now.share()).toBeCloseTo(0.5, 9);
  ms.set(40_000);
  expect([now.share(), now.words().about]).toEqual([1, expect.stringContaining('Arc out already?')]);
});

test('oxygen that rises calls, once, from the device somebody welds by, and is logged', () => {
  const { gas, weld, logged, alarm, now } = around();
  weld.burning.set({ ...RUN, startMs: 0 });
  gas.ppm.set(800);
  gas.risen.set(true);
  TestBed.tick();
  expect([now.words().state, alarm.begin.mock.calls.length, logged]).toEqual(['alarm', 0, []]);
  now.atTorch.set(true);
  TestBed.tick();
  expect([alarm.begin.mock.calls.length, logged]).toEqual([1, [{ kind: 'alarm', what: 'oxygen-rose', value: 800 }]]);
  gas.risen.set(false);
  TestBed.tick();
  gas.risen.set(true);
  TestBed.tick();
  // It calls again; in the log it is the same trouble.
  expect([alarm.begin.mock.calls.length > 1, logged.length]).toEqual([true, 1]);
});

test('a room that is short of oxygen comes before everything', () => {
  const { room, logged, now } = around();
  room.set({ ...UNWATCHED, state: 'short', percent: 18.7 });
  now.atTorch.set(true);
  TestBed.tick();
  expect(now.words()).toMatchObject({
    state: 'alarm',
    what: 'Leave the room',
    about: expect.stringContaining('18.7 %'),
  });
  expect(logged).toEqual([{ kind: 'alarm', what: 'room-oxygen', value: 187_000 }]);
});

test('what a meter shows calls here and is logged by the server that hears it', () => {
  const { room, gas, logged, alarm, now } = around();
  now.atTorch.set(true);
  gas.byMeter.set(true);
  gas.wanted.set(true);
  gas.risen.set(true);
  TestBed.tick();
  gas.risen.set(false);
  room.set({ ...UNWATCHED, meter: 'room', state: 'short', percent: 18.7 });
  TestBed.tick();
  expect([alarm.begin.mock.calls.length > 1, alarm.atTorch(), logged]).toEqual([true, true, []]);
});

test('what is spoken stays the same while figures run on', () => {
  const { room, gas, weld, ms, now } = around();
  const spoken = (): string => now.words().spoken;
  weld.burning.set({ ...RUN, startMs: 0 });
  const first = spoken();
  ms.set(7000);
  expect(spoken()).toBe(first);
  room.set({ ...UNWATCHED, state: 'short', percent: 18.7 });
  const leave = spoken();
  room.set({ ...UNWATCHED, state: 'short', percent: 18.6 });
  expect([leave, spoken()]).toEqual([leave, leave]);
  expect(leave).not.toBe(first);
  room.set(UNWATCHED);
  weld.burning.set(null);
  gas.wanted.set(true);
  gas.onMs.set(1);
  gas.left.set({ likely: 2, range: [1, 3], measured: false });
  const waits = spoken();
  gas.left.set({ likely: 1.9, range: [0.9, 2.9], measured: false });
  expect(spoken()).toBe(waits);
});

test('the sound is silenced, the alarm stands', () => {
  const { gas, alarm, ms, now } = around();
  now.atTorch.set(true);
  gas.wanted.set(true);
  gas.risen.set(true);
  TestBed.tick();
  alarm.end.mockClear();
  now.silence();
  TestBed.tick();
  ms.set(1000);
  TestBed.tick();
  expect([now.words().state, now.isSilenced(), alarm.end.mock.calls.length > 0]).toEqual(['alarm', true, true]);
  alarm.begin.mockClear();
  ms.set(121_000);
  TestBed.tick();
  expect([now.isSilenced(), alarm.begin.mock.calls.length]).toEqual([false, 1]);
});

test('the first arc before the gas is clean is logged with its oxygen, once a joint', () => {
  const { gas, weld, logged, now } = around();
  gas.wanted.set(true);
  now.strike();
  weld.early.set({ ppm: 4200 });
  now.strike();
  gas.ready.set(true);
  weld.early.set(null);
  now.strike();
  expect(logged).toEqual([{ kind: 'early-arc', ppm: 4200, by: 'reckoned' }]);
});

test('what cannot be is asked before the next arc', () => {
  const { doubtful, now } = around();
  doubtful.set({ id: 'one', doubt: 'too-fast', value: 52 });
  expect(now.words()).toMatchObject({ state: 'ask', press: 'It was so', about: expect.stringContaining('52.0 mm/s?') });
});

test('a later pass waits for its metal, and says which joint can be welded meanwhile', () => {
  const { weld, clocks, steps, ms, now } = around();
  steps.set(['one', 'two'].map((joint) => ({ joint, do: 'run', state: 'open' })));
  const warm = { ...COLD, by: 'meter', nowC: 210, isCool: false, readyMs: [60_000, 90_000, 140_000] };
  clocks.set([warm, { ...COLD, joint: 'two', number: 2 }]);
  expect(now.words().state).toBe('ready');
  weld.next.set({ ...RUN, pass: 1 });
  ms.set(30_000);
  expect(now.words()).toMatchObject({
    state: 'cool',
    what: '1:00',
    about: '210 °C, limit 150 °C. Joint 2 can be welded now.',
  });
});

test('what a thermometer shows goes into the log before the arc, and metal that is held warm waits for warmth', () => {
  const { clocks, held, logged, struck, now } = around();
  clocks.set([{ ...COLD, measuredC: 118.4, limitC: 250 }]);
  now.strike();
  expect([logged, struck]).toEqual([[{ kind: 'temperature', tempC: 118, by: 'meter' }], [false]]);
  held.set(true);
  expect(now.words()).toMatchObject({ what: 'Warm it', about: expect.stringContaining('118 °C, at least 250 °C') });
  clocks.set([{ ...COLD, measuredC: 260, limitC: 250, isCool: false }]);
  expect(now.words().state).toBe('ready');
});

test('a run is rested for, and at the end the gas stays on', () => {
  const { gas, weld, clocks, ms, now } = around();
  weld.next.set({ ...RUN, restS: 20 });
  weld.beads.set([{ endMs: 5000 }]);
  ms.set(10_000);
  expect(now.words()).toMatchObject({ state: 'rest', what: '0:15' });
  weld.done.set(true);
  gas.onMs.set(1);
  clocks.set([{ ...COLD, nowC: 400 }]);
  expect(now.words()).toMatchObject({
    state: 'done',
    about: 'Every step of the plan is welded. Gas stays on until the metal is below 275 °C.',
    press: '',
  });
});

test('the plan goes on at another joint: one press goes there; who strikes here all the same stays', () => {
  const { steps, struck, weld, now } = around();
  const step = (joint: string, what: 'tack' | 'run') => ({ joint, do: what, state: 'open' });
  steps.set([step('two', 'tack'), step('one', 'run')]);
  expect(now.words()).toMatchObject({ what: 'Joint 2', about: 'It is tacked next.', press: 'Next joint' });
  now.strike();
  expect(now.words()).toMatchObject({ what: 'Weld', press: 'Arc on' });
  weld.done.set(true);
  expect(now.words()).toMatchObject({ what: 'Joint 2', press: 'Next joint' });
  now.goOn();
  expect([struck.length, TestBed.inject(PartSelection).joint()]).toEqual([1, 'two']);
});
