import { heatInput } from '../heat';
import {
  deviationsOf,
  dilutionAfter,
  followSteps,
  nextStep,
  passLog,
  roomIsShort,
  stepsOf,
  type LoggedWeldEntry,
  type PlannedWeld,
  type WeldEntry,
  type WeldStep,
} from '.';

const START = Date.UTC(2026, 0, 5, 8);
let made = 0;
const at = (seconds: number, entry: WeldEntry, who: string | null = null): LoggedWeldEntry => ({
  id: `entry-${++made}`,
  atMs: START + 1000 * seconds,
  who,
  entry,
});
const STEPS = stepsOf({
  tacksMm: [0, 94],
  tackMm: 4,
  runs: [
    { pass: 0, fromMm: 0, toMm: 47, person: 0, restS: 0 },
    { pass: 0, fromMm: 94, toMm: 141, person: 0, restS: 0 },
    { pass: 1, fromMm: 0, toMm: 94, person: 0, restS: 0 },
  ],
});
const strike = (
  step: WeldStep,
  seconds: number,
  fields: Partial<Extract<WeldEntry, { kind: 'start' }>> = {},
  who: string | null = null,
): LoggedWeldEntry =>
  at(
    seconds,
    { kind: 'start', amps: 60, rod: 'ER316L', rodMm: 1.6, lot: '4711', ...step, ...fields } as WeldEntry,
    who,
  );
const put = (start: LoggedWeldEntry, seconds: number, toMm: number | null = null): LoggedWeldEntry =>
  at(seconds, { kind: 'stop', of: start.id, why: toMm === null ? 'end' : 'rod', toMm });

const weld = (step: WeldStep, from: number, to: number): LoggedWeldEntry[] => {
  const start = strike(step, from);
  return [start, put(start, to)];
};

test('length and time give travel and heat input, a tack gives neither', () => {
  const entries = [
    ...weld(STEPS[0]!, 0, 2),
    at(10, { kind: 'temperature', tempC: 44, by: 'typed' }),
    ...weld(STEPS[2]!, 20, 43.5),
  ];
  const { beads, arcSeconds } = passLog(entries);
  expect(beads.map(({ travelMmPerS }) => travelMmPerS)).toEqual([null, 2]);
  expect(beads[1]!.heatInputKJPerMm).toBeCloseTo(heatInput({ amps: 60, travelMmPerS: 2 }), 12);
  expect(beads[1]).toMatchObject({ beforeC: 44, beforeBy: 'typed', rod: 'ER316L', lot: '4711', seconds: 23.5 });
  expect(arcSeconds).toBe(25.5);
});

test('a temperature taken before the last arc went out is not one of the metal that is gone on with', () => {
  const entries = [
    at(0, { kind: 'temperature', tempC: 30, by: 'meter' }),
    ...weld(STEPS[2]!, 5, 30),
    ...weld(STEPS[3]!, 40, 60),
  ];
  expect(passLog(entries).beads.map(({ beforeC }) => beforeC)).toEqual([30, null]);
});

test('tacks come first, then runs, pass after pass; what broke off is gone on with where it ended', () => {
  const log: LoggedWeldEntry[] = [];
  const next = () => nextStep(followSteps(STEPS, passLog(log)));
  expect(next()).toMatchObject({ bead: 'tack', number: 0 });
  log.push(...weld(STEPS[0]!, 0, 2), ...weld(STEPS[1]!, 5, 7));
  expect(next()).toMatchObject({ bead: 'run', number: 0, goesOnMm: 0 });
  const broken = strike(STEPS[2]!, 10);
  log.push(broken);
  expect(next()).toMatchObject({ bead: 'run', number: 1 });
  log.push(put(broken, 20, 20));
  expect(next()).toMatchObject({ bead: 'run', number: 0, state: 'broken', goesOnMm: 20 });
  const rest = strike(STEPS[2]!, 30, { fromMm: 20 });
  log.push(rest, put(rest, 44));
  log.push(...weld(STEPS[3]!, 50, 70));
  expect(next()).toMatchObject({ pass: 1, number: 2 });
  log.push(...weld(STEPS[4]!, 200, 240));
  expect(next()).toBeNull();
});

test('two people are each given their own runs, and the next pass waits for both', () => {
  const steps = stepsOf({
    tacksMm: [],
    tackMm: 4,
    runs: [
      { pass: 0, fromMm: 0, toMm: 47, person: 0, restS: 0 },
      { pass: 0, fromMm: 94, toMm: 141, person: 1, restS: 0 },
      { pass: 1, fromMm: 0, toMm: 47, person: 0, restS: 0 },
    ],
  });
  const first = strike(steps[0]!, 0);
  const burning = followSteps(steps, passLog([first]));
  expect(nextStep(burning, 1)).toMatchObject({ number: 1 });
  const done = followSteps(steps, passLog([first, put(first, 20), strike(steps[1]!, 1)]));
  expect(nextStep(done, 0)).toBeNull();
});

const planned = (log: LoggedWeldEntry[], fields: Partial<PlannedWeld> = {}): PlannedWeld => ({
  steps: followSteps(STEPS, passLog(log)),
  amps: () => [50, 60, 70],
  travelMmPerS: 2,
  rod: 'ER316L',
  rodMm: 1.6,
  interpassC: 150,
  held: false,
  ...fields,
});

test('a weld as planned has nothing to be told', () => {
  const log = [
    ...weld(STEPS[2]!, 0, 23.5),
    at(30, { kind: 'temperature', tempC: 90, by: 'typed' }),
    ...weld(STEPS[3]!, 40, 63),
  ];
  expect(deviationsOf(passLog(log), planned(log))).toEqual([]);
});

test('what was done otherwise is told with what it touches', () => {
  const slow = strike(STEPS[2]!, 0, { amps: 90, rod: 'ER309L' });
  const log = [
    slow,
    put(slow, 47),
    at(50, { kind: 'temperature', tempC: 210, by: 'meter' }),
    ...weld(STEPS[4]!, 60, 107),
  ];
  const told = deviationsOf(passLog(log), planned(log));
  const words = told.map((one) => one.words).join(' ');
  expect(words).toContain('90 A instead of 50 to 70 and 1.0 mm/s instead of 2, 200 % more heat for each millimetre');
  expect(words).toContain('ER309L instead of ER316L');
  expect(words).toContain('begun at 210 °C, over the 150 °C');
  expect(new Set(told.map(({ touches }) => touches))).toEqual(new Set(['ferrite', 'tint', 'pull', 'interpass']));
  expect(told[0]!.heatRatio).toBeCloseTo(3, 9);
});

test('metal that is to be held warm is told when it was too cold', () => {
  const log = [at(0, { kind: 'temperature', tempC: 120, by: 'meter' }), ...weld(STEPS[2]!, 5, 28.5)];
  const told = deviationsOf(passLog(log), planned(log, { interpassC: 250, held: true }));
  expect(told.map(({ words }) => words).join()).toContain('below the 250 °C');
});

test('a run before its turn is told with the one that was left', () => {
  const log = weld(STEPS[3]!, 0, 23.5);
  expect(deviationsOf(passLog(log), planned(log))).toMatchObject([
    { touches: 'pull', words: expect.stringContaining('before run 1') },
  ]);
});

test('more heat melts more base metal, by its share, and never all', () => {
  expect(dilutionAfter(0.3, 1)).toBeCloseTo(0.3, 12);
  expect(dilutionAfter(0.3, 2)).toBeCloseTo(0.6 / 1.3, 12);
  expect(dilutionAfter(0.9, 100)).toBeLessThan(1);
});

test('a room below 19.5 % is short of oxygen', () => {
  expect([roomIsShort(209_000), roomIsShort(194_000)]).toEqual([false, true]);
});

describe('what can hardly be of a bead', () => {
  const run = STEPS[2]!;
  const asked = (...entries: LoggedWeldEntry[]) => passLog(entries).beads[0]!;

  test.each([
    ['a run pressed out at once', run, 0.9, 'too-fast'],
    ['a press that was forgotten', run, 600, 'too-slow'],
    ['a tack that burned for eighteen seconds', STEPS[0]!, 18, 'tack-too-long'],
    ['an arc that was only struck', run, 0.1, 'too-fast'],
  ] as const)('%s is asked about, and nothing is made of it', (_what, step, seconds, what) => {
    const [start, stop] = weld(step, 0, seconds) as [LoggedWeldEntry, LoggedWeldEntry];
    const bead = asked(start, stop);
    expect(bead).toMatchObject({ travelMmPerS: null, heatInputKJPerMm: null, joules: null, doubt: { what } });
    expect(passLog([start, stop]).arcSeconds).toBe(0);
    const answered = passLog([start, stop, at(seconds + 1, { kind: 'confirmed', of: start.id })]);
    expect(answered.beads[0]).toMatchObject({ doubt: null, seconds });
    expect(answered.arcSeconds).toBe(seconds);
  });
  test('what a hand does is not asked about', () => {
    for (const seconds of [12, 47, 100]) expect(asked(...weld(run, 0, seconds)).doubt).toBeNull();
    expect(asked(...weld(STEPS[0]!, 0, 3)).doubt).toBeNull();
  });
  test('a temperature no thermometer shows is none', () => {
    const log = (tempC: number) =>
      asked(at(0, { kind: 'temperature', tempC, by: 'typed' }), ...weld(run, 5, 50)).beforeC;
    expect([log(1999), log(120)]).toEqual([null, 120]);
  });
});

test('the first arc that came before the gas was clean stands in the log once', () => {
  const early = at(0, { kind: 'early-arc', ppm: 4200, by: 'reckoned' });
  expect(passLog([early, ...weld(STEPS[0]!, 1, 3)]).earlyArc).toEqual({ kind: 'early-arc', ppm: 4200, by: 'reckoned' });
  expect(passLog(weld(STEPS[0]!, 1, 3)).earlyArc).toBeNull();
});
