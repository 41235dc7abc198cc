import fc from 'fast-check';
import { anyComposition } from '../testing/arbitrary';
import { stratifiedUniforms } from '../chance';
import { InputError } from '../errors';
import { faultsOf } from '../testing/faults-of';
import { beliefFromRanges, exactComposition, meanComposition, measureComposition } from './composition-belief';
import { compositionSampler, drawComposition } from './composition-sampler';
import { beliefMean, beliefQuantile, beliefVariance, exactBelief, measureBelief, pertBelief } from './element-belief';
import { ELEMENT_COUNT, ELEMENT_INDEX, ELEMENTS, type Composition } from './elements';
import { mix } from './mix';
import { validateComposition } from './validate-composition';
import { fromVector, toVector } from './vector';

const fraction = fc.double({ min: 0, max: 1, noNaN: true });

describe('mixing', () => {
  test('conserves mass of every element', () => {
    fc.assert(
      fc.property(anyComposition, anyComposition, fraction, (first, second, share) => {
        const mixed = mix([
          { composition: first, fraction: share },
          { composition: second, fraction: 1 - share },
        ]);
        for (const symbol of ELEMENTS) {
          const expected = share * (first[symbol] ?? 0) + (1 - share) * (second[symbol] ?? 0);
          expect(mixed[symbol] ?? 0).toBeCloseTo(expected, 9);
        }
      }),
    );
  });
  test('refuses fractions that do not add up', () => {
    expect(() => mix([{ composition: { Cr: 18 }, fraction: 0.5 }])).toThrow(InputError);
  });
  test('a vector and back is the same composition', () => {
    fc.assert(
      fc.property(anyComposition, (composition) => {
        const kept = Object.fromEntries(Object.entries(composition).filter(([, percent]) => percent !== 0));
        expect(fromVector(toVector(composition))).toEqual(kept);
      }),
    );
  });
});

describe('PERT belief', () => {
  test('mean is (low + 4 typical + high) / 6', () => {
    for (const [low, typical, high] of [
      [18, 18.2, 20],
      [0, 0.02, 0.03],
      [8, 10, 12],
    ] as const)
      expect(beliefMean(pertBelief(low, typical, high))).toBeCloseTo((low + 4 * typical + high) / 6, 2);
  });
  test('variance is that of the beta density', () => {
    // Beta(1 + 4/2, 1 + 4/2) on [0, 1]: 3 x 3 / (36 x 7).
    expect(beliefVariance(pertBelief(0, 0.5, 1))).toBeCloseTo(9 / (36 * 7), 3);
  });
  test('quantiles rise from the lower to the upper limit', () => {
    const belief = pertBelief(2, 2.5, 4);
    expect(beliefQuantile(belief, 0)).toBeGreaterThanOrEqual(2);
    expect(beliefQuantile(belief, 1)).toBeLessThanOrEqual(4);
    fc.assert(
      fc.property(fraction, fraction, (one, other) => {
        const [low, high] = one < other ? [one, other] : [other, one];
        expect(beliefQuantile(belief, low)).toBeLessThanOrEqual(beliefQuantile(belief, high));
      }),
    );
  });
  test('equal limits give an exact value', () => {
    expect(beliefQuantile(pertBelief(3, 3, 3), 0.7)).toBe(3);
  });
});

describe('measuring', () => {
  test('a reading draws the belief towards it and narrows it', () => {
    const before = pertBelief(16, 17, 20);
    const { belief, evidence } = measureBelief(before, 18.5, 0.2);
    expect(beliefMean(belief)).toBeGreaterThan(beliefMean(before));
    expect(beliefMean(belief)).toBeLessThan(18.6);
    expect(beliefVariance(belief)).toBeLessThan(beliefVariance(before));
    expect(evidence).toBeGreaterThan(0);
    expect(evidence).toBeLessThan(1);
  });
  test('a reading far outside leaves the belief and says so', () => {
    const before = pertBelief(0, 0.1, 0.3);
    const { belief, evidence } = measureBelief(before, 40, 0.1);
    expect(belief).toBe(before);
    expect(evidence).toBe(0);
  });
  test('an exact belief is not moved', () => {
    expect(measureBelief(exactBelief(2), 2, 0.1)).toEqual({ belief: exactBelief(2), evidence: 1 });
  });
  test('elements the instrument does not report are left as they were', () => {
    const belief = beliefFromRanges({ limits: { C: [0, 0.08], Cr: [18, 20] }, typical: { C: 0.05, Cr: 18.2 } });
    const measured = measureComposition(belief, { C: 0.01, Cr: 19 }, { Cr: 0.25 }).belief;
    expect(measured[ELEMENT_INDEX.C]).toBe(belief[ELEMENT_INDEX.C]);
    expect(measured[ELEMENT_INDEX.Cr]).not.toBe(belief[ELEMENT_INDEX.Cr]);
  });
});

describe('belief of a catalogue entry', () => {
  test('draws stay inside the limits', () => {
    const limits = { C: [0, 0.03], Cr: [18, 20], Ni: [8, 12] } as const;
    const belief = beliefFromRanges({ limits, typical: { C: 0.018, Cr: 18.2, Ni: 8.1 } });
    const sampler = compositionSampler(belief);
    const uniforms = stratifiedUniforms(5, 200, ELEMENT_COUNT, 50);
    const drawn = new Float64Array(ELEMENT_COUNT);
    for (let sample = 0; sample < 200; sample++) {
      drawComposition(sampler, uniforms, sample * ELEMENT_COUNT, drawn, 0);
      for (const [symbol, [low, high]] of Object.entries(limits)) {
        const percent = drawn[ELEMENT_INDEX[symbol as 'Cr']] as number;
        expect(percent).toBeGreaterThanOrEqual(low);
        expect(percent).toBeLessThanOrEqual(high);
      }
    }
  });
  test('mills sell lean: the mean chromium lies near the lower limit', () => {
    const { Cr = 0 } = meanComposition(beliefFromRanges({ limits: { Cr: [18, 20] }, typical: { Cr: 18.2 } }));
    expect(Cr).toBeLessThan(18.7);
  });
  test('an exact composition is drawn as it is', () => {
    const drawn = new Float64Array(ELEMENT_COUNT);
    drawComposition(
      compositionSampler(exactComposition({ Cr: 18, Ni: 8 })),
      new Float64Array(ELEMENT_COUNT).fill(0.9),
      0,
      drawn,
      0,
    );
    expect(fromVector(drawn)).toEqual({ Cr: 18, Ni: 8 });
  });
});

describe('compositions from outside', () => {
  const errorsOf = (input: unknown): string[] => faultsOf(() => validateComposition(input, ['composition']));
  test('iron is taken as the balance', () =>
    expect(validateComposition({ Fe: 72, Cr: 18 }, ['c'])).toEqual({ Cr: 18 }));
  test('names every faulty element', () =>
    expect(errorsOf({ Cr: -1, Ni: '8', Xx: 1, Mo: Number.NaN })).toEqual([
      'composition.Cr',
      'composition.Ni',
      'composition.Xx',
      'composition.Mo',
    ]));
  test('refuses more than a hundred percent', () => expect(errorsOf({ Cr: 60, Ni: 50 })).toEqual(['composition']));
  test('refuses what is no object', () => {
    for (const input of [null, 3, 'Cr 18', [18]]) expect(errorsOf(input)).toEqual(['composition']);
  });
  test('takes every composition that adds up', () => {
    fc.assert(fc.property(anyComposition, (composition: Composition) => expect(errorsOf(composition)).toEqual([])));
  });
});
