import type { PlanStep } from '@variatum/contracts';
import * as fc from 'fast-check';
import {
  alarmSound,
  INSIDE_UNSEEN,
  insideGas,
  afterwardsAt,
  jointsInTurn,
  reachedAt,
  nextAct,
  NO_ALARM,
  roomAir,
  ROOM_UNWATCHED,
  stateOf,
  type HeardReading,
  type InsideGas,
  type RoomAir,
  type RoomFacts,
  type TorchFacts,
} from '.';

const sent = (seconds: number, ppm: number): HeardReading => ({ heardMs: 1000 * seconds, ppm, typed: false });
const typed = (seconds: number, ppm: number): HeardReading => ({ heardMs: 1000 * seconds, ppm, typed: true });
const kept = (ppm: number): HeardReading => ({ heardMs: null, ppm, typed: false });

/** Follows a room second by second, as a page does. */
function room(
  until: number,
  readings: readonly HeardReading[],
  facts: Partial<RoomFacts> = {},
  from = ROOM_UNWATCHED,
): RoomAir {
  let air: RoomAir = from;
  for (let second = 0; second <= until; second += 0.5) {
    const heard = readings.filter(({ heardMs }) => heardMs === null || heardMs <= 1000 * second);
    air = roomAir({ hasMeter: true, said: null, ...facts, readings: heard }, 1000 * second, air);
  }
  return air;
}
const every = (from: number, to: number, percent: number): HeardReading[] =>
  Array.from({ length: to - from + 1 }, (_, index) => sent(from + index, 10_000 * percent));

describe('the air of the room', () => {
  test.each<[string, number, readonly HeardReading[], RoomAir['state']]>([
    ['nobody looks', 5, [], 'unwatched'],
    ['good air', 5, every(0, 5, 20.9), 'good'],
    ['one bad reading alone', 1.5, [...every(0, 0, 20.9), sent(1, 170_000)], 'short'],
    ['the bad one, then silence for an hour', 3600, [sent(1, 170_000)], 'short'],
    ['good again, but not for long enough', 20, [sent(1, 170_000), ...every(2, 20, 20.9)], 'short'],
    ['good for half a minute', 33, [sent(1, 170_000), ...every(2, 33, 20.9)], 'good'],
    ['good, silence, good: not half a minute', 60, [sent(1, 170_000), sent(2, 209_000), sent(50, 209_000)], 'short'],
    [
      'a bad one among the good',
      40,
      [sent(1, 170_000), ...every(2, 25, 20.9), sent(26, 190_000), ...every(27, 40, 20.9)],
      'short',
    ],
    ['a meter that falls silent', 60, every(0, 5, 20.9), 'lost'],
    ['just above the border', 5, every(0, 5, 19.5), 'good'],
    ['typed good figures half a minute apart', 40, [sent(1, 170_000), typed(5, 209_000), typed(38, 209_000)], 'good'],
    ['one typed good figure', 60, [sent(1, 170_000), typed(5, 209_000)], 'short'],
  ])('%s', (_what, until, readings, state) => {
    expect(room(until, readings).state).toBe(state);
  });

  test('a typed figure ages out in a minute', () => {
    const seen = [typed(0, 209_000)];
    expect([room(59, seen, { hasMeter: false }).state, room(61, seen, { hasMeter: false }).state]).toEqual([
      'good',
      'unwatched',
    ]);
  });
  test('whoever has left stays outside until the air is good, and is called again if they go back before', () => {
    const short = room(2, [sent(1, 170_000)]);
    const left = roomAir({ hasMeter: true, readings: [], said: 'left' }, 3000, short);
    expect(left.state).toBe('left');
    const still = roomAir({ hasMeter: true, readings: [sent(4, 171_000)], said: null }, 4000, left);
    expect(still.state).toBe('left');
    expect(roomAir({ hasMeter: true, readings: [], said: 'back' }, 5000, still).state).toBe('short');
    expect(room(40, every(6, 40, 20.9), {}, still).state).toBe('good');
  });
  test('what the record has of another day calls nobody', () => {
    expect(room(2, [kept(120_000)]).state).toBe('lost');
  });
  test('nothing but half a minute of good readings ends the alarm', () => {
    const step = fc.tuple(
      fc.integer({ min: 0, max: 40 }),
      fc.option(fc.integer({ min: 120_000, max: 209_000 }), { nil: null }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        let [air, now]: [RoomAir, number] = [room(0, [sent(0, 150_000)]), 0];
        const readings: HeardReading[] = [];
        let goodSince: number | null = null;
        let lastMs = 0;
        for (const [seconds, ppm] of steps) {
          now += 1000 * seconds + 1;
          if (ppm !== null) {
            readings.push({ heardMs: now, ppm, typed: false });
            if (ppm < 195_000) goodSince = null;
            else if (goodSince === null || now - lastMs > 15_000) goodSince = now;
            lastMs = now;
          }
          const before = air.state;
          air = roomAir({ hasMeter: true, readings, said: null }, now, air);
          if (before === 'short' && air.state !== 'short') {
            expect(goodSince).not.toBeNull();
            expect(lastMs - (goodSince ?? Infinity)).toBeGreaterThanOrEqual(30_000);
          }
        }
      }),
    );
  });
});

const TARGET = 50;
function inside(
  until: number,
  readings: readonly HeardReading[],
  facts = {},
  from: InsideGas = INSIDE_UNSEEN,
): InsideGas {
  let gas = from;
  for (let second = 0; second <= until; second += 0.5) {
    const heard = readings.filter(({ heardMs }) => heardMs === null || heardMs <= 1000 * second);
    const all = { hasMeter: true, targetPpm: TARGET, gasIsOn: true, arcBurns: true, ...facts, readings: heard };
    gas = insideGas(all, 1000 * second, gas);
  }
  return gas;
}
const trace = (...ppm: number[]): HeardReading[] => ppm.map((one, index) => sent(index, one));

describe('the gas inside', () => {
  test.each<[string, number, readonly HeardReading[], InsideGas['state']]>([
    ['nothing read', 5, [], 'unseen'],
    ['on its way', 2, trace(9000, 400, 60), 'waiting'],
    ['at the target', 2, trace(400, 60, 48), 'ready'],
    ['a jump that the next reading takes back', 8, trace(60, 40, 38, 400, 39, 37, 36, 36, 36), 'ready'],
    ['a bad reading alone, and silence', 5, trace(60, 40, 38, 400), 'risen'],
    ['two bad readings', 4, trace(60, 40, 38, 160, 300), 'risen'],
    [
      'scatter about the target, however long',
      61,
      trace(60, 49, ...Array.from({ length: 60 }, (_, one) => 51 + (one % 3))),
      'ready',
    ],
    ['falling again, not good yet', 9, trace(60, 40, 160, 300, 500, 800, 500, 300, 90, 60), 'risen'],
    ['good again in two readings', 10, trace(60, 40, 160, 300, 500, 800, 500, 90, 60, 49, 44), 'ready'],
    ['silence after a rise', 600, trace(60, 40, 160, 300), 'risen'],
    ['silence without a rise', 60, trace(60, 40), 'lost'],
    ['a figure off a display', 200, [typed(0, 30)], 'ready'],
    ['an old figure off a display', 400, [typed(0, 30)], 'lost'],
    ['a bad figure off a display after clean ones', 5, [typed(0, 30), typed(4, 600)], 'risen'],
  ])('%s', (_what, until, readings, state) => {
    expect(inside(until, readings).state).toBe(state);
  });
  test('a rise that is older than what is kept of readings is not forgotten', () => {
    const risen = inside(4, trace(60, 40, 38, 160, 300));
    expect(inside(5, [sent(5, 300)], {}, risen).state).toBe('risen');
    expect(inside(8, [sent(5, 40), sent(6, 41)], {}, risen).state).toBe('ready');
  });
  test('gas off and arc out end it', () => {
    const over = inside(5, trace(60, 40, 38, 160, 300, 900), { gasIsOn: false, arcBurns: false });
    expect(over.state).toBe('waiting');
    expect(inside(5, trace(60, 40, 38, 160, 300), { gasIsOn: false }).state).toBe('risen');
  });
});

const GAS: TorchFacts['gas'] = {
  isWanted: false,
  isOn: false,
  isReady: false,
  hasRisen: false,
  inside: INSIDE_UNSEEN,
  left: null,
  fault: null,
  onlySlow: false,
};
const FACTS: TorchFacts = {
  room: ROOM_UNWATCHED,
  burning: null,
  doubt: null,
  gas: GAS,
  metal: null,
  isHeldWarm: false,
  isPeened: false,
  next: { isRun: true, restS: 0, limitHolds: false },
  isDone: false,
  lastEndMs: null,
  free: null,
  turn: null,
  here: null,
  afterwards: { releaseBelowC: null, heat: null },
};
const TURN = { number: 2, bead: 'tack', hold: null, isTaped: false, flowLpm: null } as const;
const SHORT: RoomAir = { ...ROOM_UNWATCHED, state: 'short', percent: 17 };
const BURNING = { burnsS: 10, plannedS: 20 };
const METAL = { measuredC: null, nowC: 210, by: 'reckoned', limitC: 150, isCool: false, readyMs: 60_000 } as const;
const DOUBT = { id: 'one', doubt: 'too-fast', value: 52 } as const;

test.each<[string, Partial<TorchFacts>, string, string | null]>([
  ['the plan', {}, 'ready', 'arc-on'],
  [
    'the room before everything',
    { room: SHORT, burning: BURNING, doubt: DOUBT, gas: { ...GAS, hasRisen: true } },
    'leave-room',
    'arc-out',
  ],
  ['outside', { room: { ...SHORT, state: 'left' } }, 'outside', 'am-back'],
  [
    'a silent room meter while it burns',
    { room: { ...SHORT, state: 'lost' }, burning: BURNING },
    'room-lost',
    'arc-out',
  ],
  ['a silent room meter before the arc blocks nothing', { room: { ...SHORT, state: 'lost' } }, 'ready', 'arc-on'],
  ['oxygen rises while it burns', { burning: BURNING, gas: { ...GAS, hasRisen: true } }, 'oxygen-rises', 'arc-out'],
  [
    'the signal is lost while it burns',
    { burning: BURNING, gas: { ...GAS, isWanted: true, isOn: true, inside: { ...INSIDE_UNSEEN, state: 'lost' } } },
    'signal-lost',
    'arc-out',
  ],
  ['the arc', { burning: BURNING }, 'burning', 'arc-out'],
  ['what cannot be is asked before what is next', { doubt: DOUBT }, 'doubt', 'was-so'],
  ['gas on', { gas: { ...GAS, isWanted: true } }, 'gas-on', 'gas-on'],
  [
    'gas that is waited for',
    { gas: { ...GAS, isWanted: true, isOn: true, left: { likely: 2, range: [1, 3], measured: false } } },
    'gas-wait',
    null,
  ],
  [
    'a silent meter leaves the prediction',
    { gas: { ...GAS, isWanted: true, isOn: true, isReady: true, inside: { ...INSIDE_UNSEEN, state: 'lost' } } },
    'ready',
    'arc-on',
  ],
  ['metal that is too hot', { metal: METAL, next: { isRun: true, restS: 0, limitHolds: true } }, 'cool', null],
  ['the root has no limit', { metal: METAL }, 'ready', 'arc-on'],
  ['metal that is too cold', { metal: { ...METAL, measuredC: 100 }, isHeldWarm: true }, 'warm', null],
  ['a rest', { next: { isRun: true, restS: 20, limitHolds: false }, lastEndMs: 1 }, 'rest', null],
  ['the other one welds', { next: null }, 'other', null],
  ['another joint in its turn', { turn: TURN }, 'joint-in-turn', 'next-joint'],
  ['another joint when this one is done', { isDone: true, turn: TURN }, 'joint-in-turn', 'next-joint'],
  [
    'gas that rose before another joint',
    { turn: TURN, gas: { ...GAS, isWanted: true, isOn: true, hasRisen: true } },
    'oxygen-rises',
    null,
  ],
  ['all of it', { isDone: true, gas: { ...GAS, isOn: true }, free: 2 }, 'done', null],
])('%s', (_what, facts, code, press) => {
  expect(nextAct({ ...FACTS, ...facts }, 10_000)).toMatchObject({ code, press });
});

test('an alarm can never be passed over by an arc, whatever else is known', () => {
  const facts = fc.record({
    burning: fc.constantFrom(null, BURNING),
    doubt: fc.constantFrom(null, DOUBT),
    isDone: fc.boolean(),
    turn: fc.constantFrom(null, TURN),
    next: fc.constantFrom(null, FACTS.next),
    metal: fc.constantFrom(null, METAL),
    gas: fc.record({
      ...Object.fromEntries(['isWanted', 'isOn', 'isReady', 'hasRisen'].map((name) => [name, fc.boolean()])),
    }),
  });
  fc.assert(
    fc.property(facts, (some) => {
      const all = { ...FACTS, ...some, gas: { ...GAS, ...some.gas } } as TorchFacts;
      const act = nextAct({ ...all, room: SHORT }, 0);
      expect([stateOf(act), act.press === 'arc-on']).toEqual(['alarm', false]);
    }),
  );
});

test('a sound is silenced for two minutes, not an alarm, and not the next one', () => {
  const rings = alarmSound('leave-room', false, 0, NO_ALARM);
  const silent = alarmSound('leave-room', true, 1000, rings);
  expect([rings.isHeard, silent.isHeard]).toEqual([true, false]);
  expect(alarmSound('leave-room', false, 120_000, silent).isHeard).toBe(false);
  expect(alarmSound('leave-room', false, 121_000, silent).isHeard).toBe(true);
  expect(alarmSound('oxygen-rises', false, 2000, silent).isHeard).toBe(true);
  expect(alarmSound(null, false, 2000, silent)).toEqual(NO_ALARM);
});

const step = (joint: string, what: PlanStep['do'], state: PlanStep['state'] = 'open'): PlanStep => ({
  id: `${what} ${joint}`,
  do: what,
  joint,
  space: null,
  pass: 1,
  fromMm: 0,
  toMm: 10,
  person: 0,
  until: null,
  atC: null,
  turnMm: null,
  flowLpm: null,
  state,
  entries: [],
  labourMinutes: 0,
  elapsedMinutes: 0,
  code: what,
});

test('joints come in the turn of the plan: all tacks before the first run, one that burns after the others', () => {
  const inTurn = (...steps: PlanStep[]): readonly string[] =>
    jointsInTurn(steps).map(({ joint, bead }) => `${bead} ${joint}`);
  const runs = ['a', 'b'].map((joint) => step(joint, 'run'));
  expect(inTurn(step('b', 'tack'), step('a', 'tack'), ...runs)).toEqual(['tack b', 'tack a']);
  expect(inTurn(step('b', 'tack', 'done'), step('a', 'tack'), ...runs)).toEqual(['tack a', 'run b']);
  expect(inTurn(step('b', 'run', 'done'), step('a', 'run', 'broken'), step('a', 'inspect'))).toEqual(['run a']);
  expect(inTurn(step('a', 'run', 'burning'), ...runs)).toEqual(['run b', 'run a']);
  expect(inTurn(step('a', 'run', 'done'), step('b', 'clean-up'))).toEqual([]);
  // The tape of a joint comes off before its first run, not before its tacks; the flow follows its fit.
  const gas = [step('b', 'untape'), { ...step('b', 'flow'), flowLpm: 9 }];
  expect(jointsInTurn([step('b', 'tack'), ...gas, ...runs])[0]).toMatchObject({ isTaped: false, flowLpm: null });
  expect(jointsInTurn([...gas, step('b', 'run')])[0]).toMatchObject({ isTaped: true, flowLpm: 9 });
  expect(jointsInTurn([step('b', 'untape', 'done'), step('b', 'run')])[0]).toMatchObject({ isTaped: false });
  // Two at one joint: while one burns, the other goes on there.
  const second = { ...step('a', 'run'), person: 1 as const };
  expect(inTurn(step('a', 'run', 'burning'), second, step('b', 'run'))).toEqual(['run a', 'run b']);
});

test('what holds a joint goes on before its first tack; heat and its release follow the last arc', () => {
  const hold = { ...step('b', 'hold'), code: 'strongback' };
  expect(jointsInTurn([hold, step('b', 'tack'), step('b', 'run')])[0]).toMatchObject({
    bead: 'tack',
    hold: 'strongback',
  });
  expect(jointsInTurn([{ ...hold, state: 'done' }, step('b', 'run')])[0]).toMatchObject({ hold: null });
  const after = [
    { ...step('b', 'post-heat'), code: '410', atC: { low: 650, high: 760 } },
    { ...step('b', 'release'), until: { belowC: 60 } },
  ];
  expect(afterwardsAt(after, 'b')).toEqual({ releaseBelowC: 60, heat: { grade: '410', lowC: 650, highC: 760 } });
  expect(afterwardsAt(after, 'a')).toEqual({ releaseBelowC: null, heat: null });
});

test('an arc went out where it is measured: along its way, of a ring past its beginning', () => {
  const line = { kind: 'line', lengthMm: 200 } as const;
  const ring = { kind: 'ring', lengthMm: 200 } as const;
  const [on, back] = [
    { fromMm: 40, toMm: 80 },
    { fromMm: 80, toMm: 40 },
  ];
  expect([reachedAt(line, on, 120), reachedAt(line, on, 30), reachedAt(line, back, 10)]).toEqual([120, null, 10]);
  expect([reachedAt(line, on, 201), reachedAt(line, on, -1)]).toEqual([null, null]);
  expect([reachedAt(ring, on, 120), reachedAt(ring, on, 30), reachedAt(ring, on, 40)]).toEqual([120, 230, 240]);
  expect([reachedAt(ring, back, 10), reachedAt(ring, back, 100)]).toEqual([10, -100]);
});
