import fc from 'fast-check';
import cases from '../testing/doing-cases.json';
import { faultsOf } from '../testing/faults-of';
import { upperGamma } from '../arithmetic';
import {
  areaFor,
  backShieldingWays,
  crossCutPressure,
  cylinderLasts,
  flowWhenAllOpen,
  gasForJoint,
  holeOf,
  insideTint,
  levelAfter,
  lineOrder,
  minutesTo,
  openingPressure,
  pecletNumber,
  pocketMinutes,
  pocketTimeConstant,
  poolDeflection,
  pressureWhileClosing,
  purge,
  runVolume,
  steadyPpm,
  targetFor,
  vent,
  type PurgeQuestion,
} from '.';

const spot = (model: string) => cases.cases.filter((one) => one.model === model);
/** Expects a spot value within half a percent. */
const agrees = (actual: number | null, expected: number | null): void => {
  if (expected === null) expect(actual).toBeNull();
  else expect(Math.abs((actual ?? NaN) - expected)).toBeLessThanOrEqual(5e-3 * Math.abs(expected));
};

describe('spot values', () => {
  const inputsOf = (one: unknown) => (one as { inputs: Record<string, number & number[]> }).inputs;
  test.each(spot('volume'))('$name', (one) => agrees(runVolume(inputsOf(one) as never), one.value));
  test.each(spot('tanks in series'))('$name', (one) => {
    const { minutes, targetPpm = 0, ...space } = inputsOf(one) as never as Record<string, number>;
    agrees(
      minutes === undefined ? minutesTo(space as never, targetPpm) : levelAfter(space as never, minutes),
      one.value,
    );
  });
  test.each(spot('steady'))('$name', (one) => agrees(steadyPpm(inputsOf(one) as never), one.value));
  test.each(spot('Taylor-Aris'))('$name', (one) => {
    const { insideMm, lengthMm, flowLpm } = inputsOf(one) as never as Record<string, number>;
    agrees(pecletNumber(insideMm!, lengthMm!, flowLpm!), one.value);
  });
  test.each(spot('pocket'))('$name', (one) => agrees(pocketTimeConstant(inputsOf(one)['depthMm']!), one.value));
  test.each(spot('orifice'))('$name', (one) => {
    const { flowLpm, holesMm, pressurePa } = (
      one as never as { inputs: { flowLpm: number; holesMm?: number[]; pressurePa?: number } }
    ).inputs;
    if (pressurePa !== undefined) return agrees(holeOf(areaFor(flowLpm, pressurePa)), one.value);
    agrees(vent({ flowLpm, holesMm: holesMm!, pool: { depthMm: 2 } }).pressurePa, one.value);
  });
  test.each(spot('plug'))('$name', (one) => {
    const { pressurePa, depthMm, halfWidthMm, clockDeg } = inputsOf(one) as never as Record<string, number>;
    agrees(
      poolDeflection({ depthMm: depthMm!, halfWidthMm: halfWidthMm!, surfaceTension: 1.6 }, pressurePa!, clockDeg!),
      one.value,
    );
  });
  test('the computation answers the closed form where its beliefs are said', () => {
    const space = { runs: [{ outsideMm: 50.8, wallMm: 1.65, lengthMm: 2000 }] };
    for (const one of spot('tanks in series')) {
      const {
        flowLpm,
        tanks,
        gasPpm,
        leakLpm,
        targetPpm = 100,
        minutes,
      } = inputsOf(one) as never as Record<string, number>;
      const found = purge({ space, flowLpm: flowLpm!, tanks, gasPpm, leakLpm, targetPpm, minutes: [minutes ?? 1] });
      if (minutes !== undefined) agrees(found.levels[0]!.ppm, one.value);
      else agrees(found.minutes?.median ?? null, one.value);
      expect(found.minutes?.range90 ?? []).toEqual(found.minutes ? [found.minutes.median, found.minutes.median] : []);
    }
  });
});

test('the incomplete gamma function is what tables say', () => {
  // Chi-square tables: Q(k/2, x/2) at the 5 % points.
  for (const [degrees, point] of [
    [1, 3.841459],
    [2, 5.991465],
    [5, 11.070498],
    [10, 18.307038],
    [30, 43.772972],
  ] as const)
    expect(upperGamma(degrees / 2, point / 2)).toBeCloseTo(0.05, 6);
  expect(upperGamma(1, 2)).toBeCloseTo(Math.exp(-2), 12);
  expect(upperGamma(3, 0)).toBe(1);
});

describe('a purge', () => {
  const food: PurgeQuestion = {
    space: { runs: [{ outsideMm: 50.8, wallMm: 1.65, lengthMm: 2000 }] },
    flowLpm: 8,
    feed: 'low',
    seal: 'taped',
    targetPpm: 100,
  };
  test('is a range where its inputs are, and fed low beats fed high', () => {
    const [low, high] = [purge(food), purge({ ...food, feed: 'high' })];
    expect(low.minutes!.range90[0]).toBeLessThan(low.minutes!.median);
    expect(low.minutes!.range90[1]).toBeGreaterThan(low.minutes!.median);
    expect(low.minutes!.median).toBeLessThan(high.minutes!.median);
    expect(high.reasons.join(' ')).toContain('runs off');
    expect(low.gasL).toBeCloseTo(8 * low.minutes!.median, 9);
  });
  test('the same seed waits as long, another one nearly so', () => {
    expect(purge(food, 7)).toEqual(purge(food, 7));
    expect(purge(food, 8).minutes!.median / purge(food, 7).minutes!.median).toBeCloseTo(1, 1);
  });
  test('a target below the level it settles at is not reachable, and says why', () => {
    const found = purge({ ...food, leakLpm: 0.01 });
    expect(found).toMatchObject({ reachable: false, minutes: null, gasL: null });
    expect(found.reasons.join(' ')).toMatch(/Not reachable: .* settles at 2\d\d ppm, above 100/);
    expect(found.habits.find(({ habit }) => habit === 'meter')!.minutes).toBeNull();
  });
  test('a leak nobody knows leaves the upper end open', () => {
    const found = purge({ ...food, seal: 'fair', targetPpm: 25 });
    expect(found.chance).toBeGreaterThan(0.5);
    expect(found.chance).toBeLessThan(1);
    expect(found.minutes!.range90[1]).toBeNull();
    expect(found.reasons.join(' ')).toContain('only a meter tells');
  });
  test('three habits are held side by side', () => {
    const habits = new Map(purge(food).habits.map((one) => [one.habit, one]));
    expect(habits.get('volume-changes')!.minutes).toBeCloseTo((8 * 3.5441) / 8, 3);
    expect(habits.get('meter')).toMatchObject({ leftPpm: 100, minutes: purge(food).minutes!.median });
    expect(habits.get('fixed-minutes')!.range90[1]).toBeGreaterThan(habits.get('fixed-minutes')!.leftPpm);
  });
  test('a dead end is named when it outlasts the rest', () => {
    const found = purge({ ...food, space: { ...food.space, pocketsMm: [200] } });
    expect(found.pockets[0]!.timeConstantS).toBeCloseTo(810.6, 0);
    expect(found.pockets[0]!.minutes).toBeCloseTo(pocketMinutes(200, 100), 9);
    expect(found.reasons.join(' ')).toContain('dead end of 200 mm');
  });
  const asked = fc.record({
    flowLpm: fc.double({ min: 1, max: 25, noNaN: true }),
    leakLpm: fc.double({ min: 0, max: 0.005, noNaN: true }),
    targetPpm: fc.double({ min: 20, max: 5000, noNaN: true }),
    outsideMm: fc.double({ min: 15, max: 200, noNaN: true }),
    lengthMm: fc.double({ min: 200, max: 6000, noNaN: true }),
    feed: fc.constantFrom('low', 'middle', 'high' as const),
  });
  const wait = ({
    outsideMm,
    lengthMm,
    ...rest
  }: {
    flowLpm: number;
    leakLpm: number;
    targetPpm: number;
    outsideMm: number;
    lengthMm: number;
    feed: 'low' | 'middle' | 'high';
  }): number => purge({ ...rest, space: { runs: [{ outsideMm, wallMm: 1.5, lengthMm }] } }).minutes?.median ?? Infinity;
  test('more flow never waits longer', () => {
    fc.assert(
      fc.property(asked, fc.double({ min: 1.02, max: 2.4, noNaN: true }), (one, more) => {
        expect(wait({ ...one, flowLpm: one.flowLpm * more })).toBeLessThanOrEqual(wait(one) * (1 + 1e-6));
      }),
      { numRuns: 60 },
    );
  });
  test('more leak never helps', () => {
    fc.assert(
      fc.property(asked, fc.double({ min: 1e-5, max: 0.01, noNaN: true }), (one, more) => {
        expect(wait({ ...one, leakLpm: one.leakLpm + more })).toBeGreaterThanOrEqual(wait(one) * (1 - 1e-6));
      }),
      { numRuns: 60 },
    );
  });
  test('levels only fall, and never below what it settles at', () => {
    fc.assert(
      fc.property(asked, ({ outsideMm, lengthMm, ...rest }) => {
        const found = purge({
          ...rest,
          tanks: 2,
          gasPpm: 5,
          space: { runs: [{ outsideMm, wallMm: 1.5, lengthMm }] },
          minutes: [0.5, 1, 2, 5, 20],
        });
        const levels = found.levels.map(({ ppm }) => ppm);
        for (const [index, level] of levels.entries()) {
          expect(level).toBeGreaterThanOrEqual(found.steadyPpm * (1 - 1e-9));
          if (index > 0) expect(level).toBeLessThanOrEqual(levels[index - 1]! * (1 + 1e-12));
        }
      }),
      { numRuns: 40 },
    );
  });
  test('faulty fields are named', () => {
    expect(faultsOf(() => purge({ space: {}, flowLpm: 0, targetPpm: -1 }))).toEqual(['flowLpm', 'targetPpm', 'space']);
    expect(
      faultsOf(() => purge({ ...food, space: { runs: [{ outsideMm: 20, wallMm: 11, lengthMm: 0 }], pocketsMm: [0] } })),
    ).toEqual(['space.runs.0.lengthMm', 'space.runs.0.wallMm', 'space.pocketsMm.0']);
  });
});

describe('a vent', () => {
  const at = (hole: number, more = {}) => vent({ flowLpm: 6, holesMm: [hole], pool: { depthMm: 1.65 }, ...more });
  test('at 6 L/min a hole of 1 mm blows out and one of 8 mm lets the pool sag', () => {
    expect(at(1)).toMatchObject({ stand: 'blows-out' });
    expect(at(1).reasons.join(' ')).toMatch(/blown out/);
    expect(at(8)).toMatchObject({ stand: 'sags' });
    expect(at(8).reasons.join(' ')).toMatch(/sags/);
    expect(at(4)).toMatchObject({ stand: 'flush', airReturns: false });
  });
  test('for a usual food tube the drill is one of 4 to 5 mm, and the reason names both sides', () => {
    const { drill, window, reasons } = at(4);
    expect(drill!.mm).toBeGreaterThanOrEqual(4);
    expect(drill!.mm).toBeLessThanOrEqual(5);
    expect(drill!.inch).toMatch(/^(5\/32|11\/64|3\/16)"$/);
    expect(window!.holeMm[0]).toBeLessThan(drill!.mm);
    expect(window!.holeMm[1]!).toBeGreaterThan(drill!.mm);
    expect(reasons.join(' ')).toMatch(/blows out, above .* sags/);
  });
  test('nothing open blows out; a window is empty where the wall and the place disagree, and says so', () => {
    expect(vent({ flowLpm: 6, holesMm: [], pool: { depthMm: 2 } })).toMatchObject({
      stand: 'blows-out',
      pressurePa: Infinity,
    });
    const wide = vent({ flowLpm: 6, holesMm: [4], pool: { depthMm: 6, halfWidthMm: 9 } });
    expect(wide).toMatchObject({ window: null, drill: null });
    expect(wide.reasons.join(' ')).toContain('No pressure keeps the root flush all round');
    // Turned so that the pool lies on top there is one.
    expect(vent({ flowLpm: 6, holesMm: [4], pool: { depthMm: 6, halfWidthMm: 9, clockDeg: 0 } }).window).not.toBeNull();
  });
  test('air comes back where gas hardly leaves: by diffusion above, by its weight at the side', () => {
    expect(vent({ flowLpm: 0.1, holesMm: [60], pool: { depthMm: 1 } })).toMatchObject({ airReturns: true });
    expect(vent({ flowLpm: 2, holesMm: [60], pool: { depthMm: 2 }, edgeMm: 3 }).airReturns).toBe(true);
    const side = { flowLpm: 6, holesMm: [25], pool: { depthMm: 2 }, edgeMm: 30 };
    expect(vent({ ...side, face: 'side' }).airReturns).toBe(true);
    expect(vent({ ...side, face: 'up' }).airReturns).toBe(false);
  });
  test('as the ring closes its gap leaves, and the last of it decides', () => {
    const curve = pressureWhileClosing(8, [4], { ringMm: 160, gapMm: 0.2 });
    const pressures = curve.map(({ pressurePa }) => pressurePa);
    expect([...pressures].sort((a, b) => a - b)).toEqual(pressures);
    expect(pressures[pressures.length - 1]).toBeCloseTo(openingPressure(8, holeArea(4)), 6);
    expect(pressures[20]! / pressures[0]!).toBeLessThan(pressures[40]! / pressures[20]!);
  });
  test('smaller holes only press harder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 20, noNaN: true }),
        fc.double({ min: 1.01, max: 4, noNaN: true }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        (hole, factor, flowLpm) => {
          const of = (size: number) => vent({ flowLpm, holesMm: [size], pool: { depthMm: 2 } });
          expect(of(hole).pressurePa).toBeGreaterThan(of(hole * factor).pressurePa);
          const order = ['sags', 'flush', 'blows-out'];
          expect(order.indexOf(of(hole).stand)).toBeGreaterThanOrEqual(order.indexOf(of(hole * factor).stand));
        },
      ),
    );
  });
  test('cross-cut tape opens with the pressure, and gives less of it than a small hole', () => {
    expect(crossCutPressure(8)).toBeGreaterThan(crossCutPressure(4));
    expect(crossCutPressure(8)).toBeLessThan(openingPressure(8, holeArea(3)));
    // Twice the flow, less than four times the pressure.
    expect(crossCutPressure(8) / crossCutPressure(4)).toBeLessThan(4);
  });
  test('faulty fields are named', () => {
    expect(
      faultsOf(() =>
        vent({ flowLpm: 500, holesMm: [0], pool: { depthMm: 0 }, gap: { ringMm: 100, gapMm: 1, weldedFraction: 2 } }),
      ),
    ).toEqual(['flowLpm', 'holesMm.0', 'gap.weldedFraction', 'pool.depthMm']);
  });
});
const holeArea = (mm: number): number => (Math.PI / 4) * mm * mm;

describe('a line of joints', () => {
  const joints = [
    { id: 'near', fromFeedMm: 200, ringMm: 57, gapMm: 0.1 },
    { id: 'far', fromFeedMm: 1800, ringMm: 57, gapMm: 0.1 },
    { id: 'poor', fromFeedMm: 900, ringMm: 57, gapMm: 0.5 },
  ];
  test('is welded from the farthest on; a poor fit takes more of the gas', () => {
    const turns = lineOrder(joints, 8, holeArea(4));
    expect(turns.map(({ id }) => id)).toEqual(['far', 'poor', 'near']);
    const by = new Map(turns.map((turn) => [turn.id, turn]));
    expect(by.get('poor')!.leavesLpm).toBeGreaterThan(by.get('far')!.leavesLpm);
    for (const { leavesLpm, onwardLpm, openPa, closedPa } of turns) {
      expect(leavesLpm + onwardLpm).toBeCloseTo(8, 9);
      expect(closedPa).toBeGreaterThan(openPa);
    }
  });
  test('untaped all at once, little is left at each', () => {
    const all = flowWhenAllOpen(joints, 8, holeArea(4));
    const one = lineOrder(joints, 8, holeArea(4)).find(({ id }) => id === 'far')!;
    expect(all.get('far')!).toBeLessThan(one.leavesLpm);
    expect([...all.values()].reduce((sum, flow) => sum + flow, 0)).toBeLessThan(8);
  });
});

describe('what it is for', () => {
  test('tints stand at the published levels, and hydrogen allows twice the oxygen', () => {
    expect(insideTint(10).level).toBe(1);
    expect(insideTint(100).level).toBeCloseTo(4, 9);
    expect(insideTint(25000).level).toBe(10);
    expect(insideTint(209000).level).toBe(10);
    expect(insideTint(70).level).toBeGreaterThan(insideTint(60).level);
    expect(insideTint(200, true).level).toBe(insideTint(100).level);
    expect(targetFor('gold', true)).toBe(2 * targetFor('gold'));
  });
  test('a cylinder lasts, may last or does not', () => {
    expect(cylinderLasts(10, 50, [200, 400]).enough).toBe('yes');
    expect(cylinderLasts(10, 30, [200, 400]).enough).toBe('maybe');
    expect(cylinderLasts(10, 10, [200, 400])).toMatchObject({ leftL: 100, enough: 'no' });
  });
  test('a joint takes what fills the room, and less of it while it is welded', () => {
    const [least, most] = gasForJoint({ median: 2, range90: [1, 3] }, 10);
    expect(least).toBeGreaterThan(10);
    expect(most).toBeGreaterThan(least);
    // Where it may never be clean twice the likely wait is reckoned with.
    expect(gasForJoint({ median: 2, range90: [1, null] }, 10)[1] - most).toBeCloseTo(10, 9);
  });
  test('ways of shielding the back stand in an order by oxygen; dams save gas on a long line', () => {
    const run = (lengthMm: number): PurgeQuestion => ({
      space: { runs: [{ outsideMm: 50.8, wallMm: 1.65, lengthMm }] },
      flowLpm: 8,
      feed: 'low',
      seal: 'taped',
      targetPpm: 100,
    });
    const ways = backShieldingWays(
      { purge: run(4000), dam: run(300) },
      { meltsThrough: true, rates: { gasPerLitre: 0.01, labourPerHour: 40 } },
    );
    const by = new Map(ways.map((way) => [way.way, way]));
    expect(by.get('dam')!.gasL).toBeLessThan(by.get('purge')!.gasL / 5);
    expect(by.get('none')!.tint.level).toBe(10);
    expect(by.get('metal')!.tint.level).toBeGreaterThan(by.get('gas-box')!.tint.level);
    expect(by.get('gas-box')!.tint.level).toBeGreaterThan(by.get('dam')!.tint.level);
    for (const { money } of ways) expect(money).toBeGreaterThanOrEqual(0);
    expect(backShieldingWays({}, { meltsThrough: true }).map(({ way }) => way)).not.toContain('purge');
    expect(backShieldingWays({}, { meltsThrough: false }).find(({ way }) => way === 'none')!.tint.level).toBeLessThan(
      10,
    );
  });
});

test('a workshop’s own pace stretches the wait and leaves alone where it settles', () => {
  const question: PurgeQuestion = { space: { volumeL: 3 }, flowLpm: 8, targetPpm: 100, minutes: [2, 4] };
  const [usual, slow] = [purge(question), purge({ ...question, pace: 1.5, minutes: [3, 6] })];
  expect(slow.minutes!.median).toBeCloseTo(1.5 * usual.minutes!.median, 6);
  expect(slow.minutes!.range90[0]).toBeCloseTo(1.5 * usual.minutes!.range90[0], 6);
  expect(slow.steadyPpm).toBeCloseTo(usual.steadyPpm, 6);
  slow.levels.forEach(({ ppm }, index) => expect(ppm).toBeCloseTo(usual.levels[index]!.ppm, 4));
  expect(slow.volumeL).toBe(usual.volumeL);
  expect(faultsOf(() => purge({ ...question, pace: 0 }))).toEqual(['pace']);
});
