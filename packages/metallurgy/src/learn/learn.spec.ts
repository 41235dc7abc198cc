import fc from 'fast-check';
import { usualDilution } from '../joint';
import { faultsOf } from '../testing/faults-of';
import { learnDilution, type LearnDilutionQuestion } from './learn-dilution';
import { learnShare, learnShares } from './learn-shares';
import { simulatedBeads, tryDilutions } from './testing/simulated-beads';

const ask = (measured: LearnDilutionQuestion['measured'], more: Partial<LearnDilutionQuestion> = {}) =>
  learnDilution({ technique: 'fillet', measured, ...more });

test('without beads what was believed stands, exactly', () => {
  const usual = usualDilution('root-with-rod', 'square-butt');
  expect(ask([], { technique: 'root-with-rod', type: 'square-butt' })).toMatchObject({
    next: usual,
    prior: usual,
    count: 0,
    shift: 0,
  });
});

test('forty beads bring a known dilution out of a wide range, and the range says how sure that is', () => {
  const prior = { min: 0.1, mode: 0.32, max: 0.6 };
  for (const truth of [0.2, 0.3, 0.45]) {
    const { dilution, next, count } = ask(simulatedBeads(40, truth, 0.15, 9), { prior });
    expect(count).toBe(40);
    expect(Math.abs(dilution.median - truth)).toBeLessThan(0.03);
    expect(dilution.range90[1] - dilution.range90[0]).toBeLessThan(0.16);
    expect(next.min).toBeLessThan(dilution.range90[0]);
    expect(next.max).toBeGreaterThan(dilution.range90[1]);
    expect(next.max - next.min).toBeLessThan(prior.max - prior.min);
  }
});

test('made-up workshops: what is learnt is nearer to the truth than what was believed, and honest about it', () => {
  const { within, covered, off, offBefore } = tryDilutions(16, 40, 3);
  expect(within).toBeGreaterThanOrEqual(0.75);
  expect(covered).toBeGreaterThanOrEqual(0.75);
  expect(off).toBeLessThan(offBefore);
});

test('more beads of the same never make it less sure, and one odd bead does not run away with it', () => {
  const beads = simulatedBeads(20, 0.3, 0.1, 4);
  const width = (count: number): number => {
    const {
      range90: [low, high],
    } = ask(beads.slice(0, count)).dilution;
    return high - low;
  };
  expect(width(20)).toBeLessThan(width(5));
  expect(width(5)).toBeLessThan(width(1) + 0.01);
  const odd = { ...beads[0]!, measuredFn: 90 };
  expect(Math.abs(ask([odd]).shift)).toBeLessThan(0.12);
});

test('what is wrong is named at its field', () => {
  const bead = { parents: [{ grade: '304L' }], rod: 'ER308L', measuredFn: 8 };
  expect(
    faultsOf(() =>
      ask([
        { ...bead, rod: 'ER999', measuredFn: -1 },
        { ...bead, parents: [{ grade: 'none' }], shares: [0.5, 0.5] },
      ]),
    ),
  ).toEqual(['measured.0.rod', 'measured.0.measuredFn', 'measured.1.parents.0.grade', 'measured.1.shares']);
  expect(faultsOf(() => ask([], { technique: 'fused', prior: { min: 0.5, mode: 0.4, max: 2 } }))).toEqual([
    'technique',
    'prior',
  ]);
});

test('a share seen so often lies where counting puts it, ever surer; seen of nothing changes nothing', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }), (yes, no) => {
      const {
        mean,
        range90: [low, high],
        count,
      } = learnShare([2, 3], [yes, no]);
      expect(mean).toBeCloseTo((2 + yes) / (5 + yes + no), 9);
      expect(low).toBeLessThan(mean);
      expect(high).toBeGreaterThan(mean);
      expect(count).toBe(yes + no);
    }),
  );
  // Beta(10, 10): 5 % below 0.3201, after Abramowitz and Stegun 26.5.
  expect(learnShare([1, 1], [9, 9]).range90[0]).toBeCloseTo(0.32, 2);
});

test('what an item family is made of is learnt from confirmed pieces', () => {
  const prior = { '304': 6, '316': 3, '201': 1 };
  const learnt = learnShares(prior, { '316': 20, '2205': 1 });
  expect(learnt['316']!.mean).toBeGreaterThan(0.7);
  expect(learnt['304']!.mean).toBeLessThan(0.3);
  expect(learnt['2205']!.mean).toBeGreaterThan(0);
  expect(Object.values(learnt).reduce((sum, { mean }) => sum + mean, 0)).toBeCloseTo(1, 2);
});
