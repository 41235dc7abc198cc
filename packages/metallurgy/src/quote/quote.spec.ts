import fc from 'fast-check';
import { faultsOf } from '../testing/faults-of';
import { SLOWEST_TRAVEL_MM_PER_S, USUAL_TRAVEL_MM_PER_S } from '../settings';
import { passesFor, travelFor } from './deposit';
import { quote } from './quote';
import { NO_RATES, type QuotedJoint, type QuoteQuestion, type QuoteRates } from './quote-question';

const RATES: QuoteRates = {
  ...NO_RATES,
  currency: 'EUR',
  labourPerHour: 60,
  gasPerCubicMetre: 10,
  rodPerKg: 25,
  discEach: 3,
  tungstenEach: 4,
};
const PIPE: QuotedJoint = { type: 'square-butt', lengthMm: 190, thicknessMm: [2.77, 2.77] };
const ask = (more: Partial<QuoteQuestion> = {}, seed = 1) => quote({ joints: [PIPE], rates: RATES, ...more }, seed);
const line = (found: ReturnType<typeof ask>, id: string) => found.lines.find((one) => one.id === id);

test('deposit is the section of the joint times its length: a 5 mm fillet of 1 m weighs a little over 100 g', () => {
  // Leg 5.5, throat triangle 15.1 mm2 and a little convexity, 7.9 g/cm3.
  const { depositG, rods } = ask({
    joints: [{ type: 'fillet', lengthMm: 1000, thicknessMm: [5, 5], fit: { legMm: 5 } }],
  });
  expect(depositG.median).toBeGreaterThan(98);
  expect(depositG.median).toBeLessThan(140);
  expect(rods!.median).toBeGreaterThan(3);
});

test('minutes somebody knows stand as they are; a job of fixed minutes comes to labour times time', () => {
  const minutes = { look: 10, prepare: 10, purge: 0, weld: 30, clean: 5, inspect: 5 };
  const found = ask({ stages: minutes, rates: { ...NO_RATES, labourPerHour: 60 } });
  expect(found.minutes).toEqual({ median: 60, range90: [60, 60] });
  expect(found.total).toEqual({ median: 60, range90: [60, 60] });
  expect(found.reasons.join(' ')).toContain('no rate is known: filler rod, gas, discs and brushes, tungsten');
});

test('a workshop’s own pace moves the stages it is known of, and not the ones somebody knows better', () => {
  const [usual, slow] = [ask(), ask({ pace: { weld: 1.5 } })];
  expect(line(slow, 'weld')!.quantity.median).toBeCloseTo(1.5 * line(usual, 'weld')!.quantity.median, 6);
  expect(line(slow, 'look')).toEqual(line(usual, 'look'));
  expect(line(ask({ pace: { weld: 1.5 }, stages: { weld: 20 } }), 'weld')!.quantity.median).toBe(20);
});

test('arcs that were logged stand in place of what is reckoned: half the arc takes half the gas', () => {
  const [long, short] = [20, 10].map((arcMinutes) => ask({ joints: [{ ...PIPE, arcMinutes }] })) as [
    ReturnType<typeof ask>,
    ReturnType<typeof ask>,
  ];
  for (const id of ['gas', 'tungsten'])
    expect(line(long, id)!.quantity.median).toBeCloseTo(2 * line(short, id)!.quantity.median, 6);
  // Usual flow at the torch, and what flows before and after the arc.
  expect(line(long, 'gas')!.quantity.median).toBeCloseTo(20 * 8 * 1.25, 0);
  expect(line(long, 'rod')).toEqual(line(short, 'rod'));
});

test('the least charge, the call-out and the margin', () => {
  const little = { stages: { look: 1, prepare: 1, purge: 0, weld: 1, clean: 0, inspect: 1 } };
  expect(ask({ ...little, rates: { ...RATES, leastCharge: 500 } })).toMatchObject({
    total: { median: 500, range90: [500, 500] },
  });
  expect(ask({ ...little, rates: { ...RATES, leastCharge: 500 } }).reasons.join(' ')).toContain('least charge');
  const there = ask({ stages: { travel: 30 }, rates: { ...RATES, callOut: 50 } });
  expect(there.total.median).toBeGreaterThan(ask({ rates: { ...RATES, callOut: 50 } }).total.median + 70);
  expect(line(there, 'call-out')?.amount?.median).toBe(50);
  const bare = ask().total.median;
  expect(ask({ rates: { ...RATES, marginPercent: 20 } }).total.median).toBeCloseTo(1.2 * bare, 6);
});

test('a fused joint takes no rod, electrodes take no gas, and gas behind the weld counts', () => {
  const fused = ask({ joints: [{ ...PIPE, rodMm: null }] });
  expect([fused.rods, line(fused, 'rod'), fused.depositG.median]).toEqual([null, undefined, 0]);
  expect(line(ask({ joints: [{ ...PIPE, process: 'smaw' }] }), 'gas')).toBeUndefined();
  const purged = ask({ joints: [{ ...PIPE, purge: { litres: 80, minutes: 10, holdLpm: 5 } }] });
  expect(purged.gasL.median).toBeGreaterThan(ask().gasL.median + 80);
  expect(line(purged, 'purge')!.quantity.median).toBeCloseTo(10, 0);
});

test('more of anything never costs less, and the range holds the middle', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 2000 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 4 }),
      (lengthMm, thick, count) => {
        const joint: QuotedJoint = { type: 'fillet', lengthMm, thicknessMm: [thick, thick] };
        const one = ask({ joints: Array.from({ length: count }, () => joint) });
        const more = ask({ joints: Array.from({ length: count + 1 }, () => ({ ...joint, lengthMm: lengthMm + 10 })) });
        expect(more.total.median).toBeGreaterThan(one.total.median);
        expect(one.total.range90[0]).toBeLessThan(one.total.median);
        expect(one.total.range90[1]).toBeGreaterThan(one.total.median);
      },
    ),
    { numRuns: 20 },
  );
});

test('the same seed gives the same quote, and what is wrong is named', () => {
  expect(ask({}, 3)).toEqual(ask({}, 3));
  expect(
    faultsOf(() =>
      ask({
        joints: [{ ...PIPE, lengthMm: 0, thicknessMm: [], rodMm: 99, passes: 0 }],
        pieces: 0,
        stages: { weld: -1 },
        pace: { look: 0 },
        rates: { ...RATES, labourPerHour: -5 },
      }),
    ),
  ).toEqual([
    'joints.0.lengthMm',
    'joints.0.thicknessMm',
    'joints.0.rodMm',
    'joints.0.passes',
    'pieces',
    'rates.labourPerHour',
    'pace.look',
    'stages.weld',
  ]);
  expect(faultsOf(() => ask({ joints: [] }))).toEqual(['joints']);
});

test('a hand goes as usual where little is fed, and slower where the rod of a pass takes longer to melt', () => {
  const sheet = { type: 'square-butt', thicknessMm: [2, 2] } as const;
  const plate = { type: 'bevel', thicknessMm: [8, 8] } as const;
  expect(travelFor(sheet, 1)).toBe(USUAL_TRAVEL_MM_PER_S);
  expect(travelFor({ ...plate, rodMm: null }, 1)).toBe(USUAL_TRAVEL_MM_PER_S);
  fc.assert(
    fc.property(fc.double({ min: 1, max: 20, noNaN: true }), fc.integer({ min: 1, max: 8 }), (mm, passes) => {
      const joint = { ...plate, thicknessMm: [mm, mm] };
      const travel = travelFor(joint, passes);
      if (passes >= passesFor(joint, 1) && passesFor(joint, 1) < 12)
        expect(travel).toBeGreaterThanOrEqual(SLOWEST_TRAVEL_MM_PER_S);
      expect(travel).toBeLessThanOrEqual(USUAL_TRAVEL_MM_PER_S);
      // The same rod among more passes lets each go as fast or faster.
      expect(travelFor(joint, passes + 1)).toBeGreaterThanOrEqual(travel);
    }),
    { numRuns: 40 },
  );
  expect(travelFor({ ...plate, thicknessMm: [4, 4] }, 1)).toBeLessThan(travelFor({ ...plate, thicknessMm: [4, 4] }, 4));
});
