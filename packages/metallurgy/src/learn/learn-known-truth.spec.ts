import { identify } from '../identify';
import { faultsOf } from '../testing/faults-of';
import { learnFamily } from './learn-family';
import { learnRatio } from './learn-ratio';
import { learnTests } from './learn-tests';
import { simulatedPieces, simulatedResults } from './testing/simulated-results';

const SEEDS = Array.from({ length: 20 }, (_, index) => index + 1);
const share = (of: readonly boolean[]): number => of.filter(Boolean).length / of.length;
const holds = ([low, high]: readonly [number, number], truth: number): boolean => low <= truth && truth <= high;

describe('what a kind of item is made of', () => {
  const TRUTH = { '316L': 0.55, '304L': 0.35, S32205: 0.1 };

  test('comes out of confirmed pieces, with ranges that hold the truth', () => {
    const covered = SEEDS.flatMap((seed) => {
      const learnt = learnFamily('screen-rake', simulatedPieces(TRUTH, 1500, seed));
      return Object.entries(TRUTH).map(([grade, truth]) => {
        const own = learnt.find((one) => one.grade === grade)!;
        expect(Math.abs(own.mean - truth)).toBeLessThan(0.07);
        // The pseudo-counts it began with draw a little towards what was believed.
        return holds([own.range90[0] - 0.03, own.range90[1] + 0.03], truth);
      });
    });
    expect(share(covered)).toBeGreaterThanOrEqual(0.85);
  });

  test('moves what a piece of that kind is taken for, and no other kind', () => {
    const of = (family: string, confirmed?: Record<string, number>): number =>
      identify({ item: { family, ...(confirmed ? { confirmed } : {}) } }).candidates.find(
        ({ grade }) => grade === 'S32205',
      )!.probability;
    const confirmed = { S32205: 60 };
    expect(of('screen-rake', confirmed)).toBeGreaterThan(of('screen-rake') + 0.2);
    const [learnt] = learnFamily('screen-rake', confirmed);
    expect(of('screen-rake', confirmed)).toBeCloseTo(learnt!.mean, 6);
    expect(of('screen-rake')).toBeCloseTo(learnt!.before, 6);
    expect(learnFamily('screen-rake', {})).toEqual([]);
    expect(learnFamily('screen-rake', { unobtainium: 4 })).toEqual([]);
  });
});

describe('how good a test is', () => {
  test.each([
    ['magnet', { worked: 'soft' }],
    ['molybdenum-spot', {}],
  ] as const)('%s: a known share of lapses comes out of confirmed pieces, honestly', (test, manner) => {
    for (const truth of [0, 0.25, 0.5]) {
      const trials = SEEDS.map((seed) => learnTests(simulatedResults(test, 200, truth, seed, manner))[test]!);
      expect(trials[0]!.count).toBe(200);
      const off = trials.reduce((sum, { lapse }) => sum + lapse - truth, 0) / trials.length;
      expect(Math.abs(off)).toBeLessThan(0.06);
      expect(share(trials.map(({ range90 }) => holds(range90, truth)))).toBeGreaterThanOrEqual(0.75);
    }
  });

  test('few results say little, and are not reckoned with yet', () => {
    const { magnet } = learnTests(simulatedResults('magnet', 4, 0, 1, { worked: 'soft' }));
    expect(magnet).toMatchObject({ count: 4, used: false });
    expect(magnet!.lapse).toBeLessThanOrEqual(magnet!.prior + 0.05);
    expect(learnTests([])).toEqual({});
    // Neither a stamp nor a test that is no more says anything of how often it lapses.
    expect(
      learnTests([
        { grade: '304', test: { test: 'stamp', mark: '304' } },
        { grade: '304', test: { test: 'taste', outcome: 'salty' } },
      ]),
    ).toEqual({});
  });

  test('a test that lapses moves a piece less; one that never does, exactly as before', () => {
    const of = (lapses?: Record<string, number>): number =>
      identify({ tests: [{ test: 'molybdenum-spot', outcome: 'positive' }], ...(lapses ? { lapses } : {}) })
        .candidates.filter(({ grade }) => grade.startsWith('316'))
        .reduce((sum, { probability }) => sum + probability, 0);
    const without = identify({})
      .candidates.filter(({ grade }) => grade.startsWith('316'))
      .reduce((sum, { probability }) => sum + probability, 0);
    expect(of({ 'molybdenum-spot': 0 })).toBe(of());
    expect(of({ 'molybdenum-spot': 0.4 })).toBeLessThan(of());
    expect(of({ 'molybdenum-spot': 0.4 })).toBeGreaterThan(without);
    expect(of({ magnet: 0.4 })).toBe(of());
  });

  test('what is wrong is named', () => {
    expect(
      faultsOf(() =>
        identify({ item: { confirmed: { unobtainium: 1, '304': -1 } }, lapses: { taste: 0.1, magnet: 2 } }),
      ),
    ).toEqual(['item.confirmed.304', 'item.confirmed.unobtainium', 'lapses.taste', 'lapses.magnet']);
  });
});

describe('how long it takes', () => {
  test('a workshop’s own pace comes out of its jobs, and without any it is as reckoned', () => {
    expect(learnRatio('minutes', [])).toMatchObject({ factor: 1, count: 0 });
    const scatter = [0.7, 0.85, 1, 1.18, 1.43];
    const jobs = Array.from({ length: 40 }, (_, index) => 1.6 * scatter[index % scatter.length]!);
    const { factor, range90, prior90 } = learnRatio('minutes', jobs);
    expect(factor).toBeGreaterThan(1.5);
    expect(factor).toBeLessThan(1.65);
    expect(holds(range90, 1.6)).toBe(true);
    expect(range90[1] / range90[0]).toBeLessThan(prior90[1] / prior90[0]);
    expect(learnRatio('purge', [0, Number.NaN, Infinity, -1]).count).toBe(0);
  });
});
