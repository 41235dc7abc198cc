import fc from 'fast-check';
import { findGrade, findRod } from '../catalogue';
import { toVector, type Composition } from '../composition';
import { stainlessPool, withMore } from '../testing/arbitrary';
import { DERIVED_COUNT, derivePool } from './derive-pool';
import { newFerritePrediction, predictFerrite, type FerritePrediction } from './ferrite-prediction';
import { freeInterstitials } from './free-interstitials';

function predict(composition: Composition): FerritePrediction {
  const vector = toVector(composition);
  const derived = new Float64Array(DERIVED_COUNT);
  derivePool(vector, 0, derived, 0);
  const prediction = newFerritePrediction();
  predictFerrite(vector, 0, derived, 0, prediction);
  return prediction;
}
const gradeFerrite = (id: string): number => predict(findGrade(id)?.typical ?? {}).latentFerriteNumber;

describe('ferrite of metal Schaeffler counts wrongly, because he knew neither nitrogen nor titanium', () => {
  test.each([
    ['S32101', 65, 85],
    ['S32304', 75, 105],
    ['S17400', 4, 18],
    ['CA6NM', 0, 10],
    ['S41500', 0, 12],
  ])('%s', (id, low, high) => {
    expect(gradeFerrite(id)).toBeGreaterThanOrEqual(low);
    expect(gradeFerrite(id)).toBeLessThanOrEqual(high);
  });
  test('ER409Nb on 409 is ferritic', () => {
    const rod = toVector(findRod('ER409Nb')?.typical ?? {});
    const sheet = toVector(findGrade('409')?.typical ?? {});
    const mixed = rod.map((percent, index) => 0.6 * percent + 0.4 * (sheet[index] as number));
    const derived = new Float64Array(DERIVED_COUNT);
    derivePool(mixed, 0, derived, 0);
    const prediction = newFerritePrediction();
    predictFerrite(mixed, 0, derived, 0, prediction);
    expect(prediction.latentFerriteNumber).toBeGreaterThan(80);
  });
});

test('titanium takes nitrogen before carbon, niobium takes carbon', () => {
  const free = (composition: Composition): { carbon: number; nitrogen: number } => ({
    ...freeInterstitials(toVector(composition)),
  });
  expect(free({ C: 0.02, N: 0.02 })).toEqual({ carbon: 0.02, nitrogen: 0.02 });
  expect(free({ C: 0.02, N: 0.02, Ti: 0.034 }).nitrogen).toBeCloseTo(0.01, 9);
  expect(free({ C: 0.02, N: 0.02, Ti: 0.068 + 0.04 }).carbon).toBeCloseTo(0.01, 9);
  expect(free({ C: 0.02, N: 0.02, Nb: 0.154 })).toMatchObject({ carbon: 0, nitrogen: 0.02 });
});

test('no small change of a composition makes the ferrite jump, across every border between diagrams', () => {
  const anywhere = fc.record({
    C: fc.double({ min: 0.01, max: 0.25, noNaN: true }),
    Mn: fc.double({ min: 0.2, max: 8, noNaN: true }),
    Si: fc.double({ min: 0.1, max: 1.2, noNaN: true }),
    Cr: fc.double({ min: 9, max: 32, noNaN: true }),
    Ni: fc.double({ min: 0, max: 22, noNaN: true }),
    Mo: fc.double({ min: 0, max: 5, noNaN: true }),
    N: fc.double({ min: 0.005, max: 0.3, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.oneof(anywhere, stainlessPool), fc.constantFrom('Cr', 'Ni', 'Mo', 'Mn'), (pool, symbol) => {
      const cut = ({ latentFerriteNumber }: FerritePrediction): number =>
        Math.min(100, Math.max(0, latentFerriteNumber));
      expect(Math.abs(cut(predict(withMore(pool, symbol, 0.02))) - cut(predict(pool)))).toBeLessThan(4);
    }),
    { numRuns: 400 },
  );
});
