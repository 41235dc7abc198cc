import fc from 'fast-check';
import { toVector } from '../composition';
import { anyComposition } from '../testing/arbitrary';
import { DERIVED, DERIVED_COUNT, derivePool, POOL_FORMULA_IDS } from './derive-pool';
import { evaluateLinear, linearFormula } from './linear-formula';

test('every line written out is the formula of the data', () => {
  fc.assert(
    fc.property(anyComposition, (composition) => {
      const vector = toVector(composition);
      const derived = new Float64Array(DERIVED_COUNT);
      derivePool(vector, 0, derived, 0);
      POOL_FORMULA_IDS.forEach((id, index) => {
        const expected = evaluateLinear(linearFormula(id), vector);
        expect(Math.abs((derived[index] as number) - expected)).toBeLessThanOrEqual(
          1e-9 * Math.max(1, Math.abs(expected)),
        );
      });
    }),
  );
});

test('positions are one to a formula', () => {
  expect(Object.values(DERIVED).sort((a, b) => a - b)).toEqual(POOL_FORMULA_IDS.map((_, index) => index));
});
