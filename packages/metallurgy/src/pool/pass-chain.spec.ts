import fc from 'fast-check';
import { withCoating } from '../piece';
import { passChain, usualPass, usualPasses, type Pass } from './pass-chain';
import { pool } from './pool';
import { faultsOf } from '../testing/faults-of';

const unit = fc.double({ min: 0, max: 1, noNaN: true });

describe('pass chain', () => {
  test('the first pass is the ordinary pool; each later one lies nearer to the rod', () => {
    const passes = (['root', 'hot', 'fill', 'cap'] as const).map((kind) => usualPass(kind, 0.35));
    const chain = passChain({ Cr: 0.1 }, { Cr: 24 }, passes);
    expect(chain[0]?.Cr).toBeCloseTo(0.65 * 24 + 0.35 * 0.1, 9);
    chain.slice(1).forEach(({ Cr = 0 }, index) => expect(Cr).toBeGreaterThan(chain[index]?.Cr ?? 0));
  });
  test('conserves mass: every pass lies between base and rod', () => {
    const anyPass: fc.Arbitrary<Pass> = fc.record({
      kind: fc.constant('fill' as const),
      dilution: unit,
      parentShare: unit,
    });
    fc.assert(
      fc.property(fc.array(anyPass, { minLength: 1, maxLength: 8 }), (passes) => {
        for (const { Cr = 0, Ni = 0 } of passChain({ Cr: 0, Ni: 8 }, { Cr: 24, Ni: 8 }, passes)) {
          expect(Cr).toBeGreaterThanOrEqual(-1e-9);
          expect(Cr).toBeLessThanOrEqual(24 + 1e-9);
          expect(Ni).toBeCloseTo(8, 9);
        }
      }),
    );
  });
  test('a second pass that melts no base metal is diluted by the first alone', () => {
    const [first, second] = passChain({ Cr: 0 }, { Cr: 20 }, [
      { kind: 'root', dilution: 0.4, parentShare: 1 },
      { kind: 'fill', dilution: 0.5, parentShare: 0 },
    ]);
    expect(first?.Cr).toBeCloseTo(12, 9);
    expect(second?.Cr).toBeCloseTo(0.5 * 20 + 0.5 * 12, 9);
  });
  test('thicker joints take more passes', () => {
    const counts = [2, 5, 8, 14, 25].map((thickness) => usualPasses(thickness).length);
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts[0]).toBe(1);
    expect(usualPasses(25)[0]).toBe('root');
    expect(usualPasses(25).at(-1)).toBe('cap');
  });
  test('the pool command answers every pass, and names a pass that cannot be', () => {
    const question = { parents: [{ grade: 'A36' }], rod: { class: 'ER309L' }, dilution: 0.35 };
    const { passes, composition } = pool({
      ...question,
      passes: [{ kind: 'root' }, { kind: 'fill', dilution: 0.2, parentShare: 0.1 }],
    });
    expect(passes).toHaveLength(2);
    expect(passes?.[1]?.composition).toEqual(composition);
    expect(passes?.[0]?.composition).toEqual(pool(question).composition);
    const bad = (): unknown =>
      pool({ ...question, passes: [{ kind: 'root', dilution: 2 }, { kind: 'weave' as 'cap' }] });
    expect(faultsOf(bad)).toEqual(['passes.0.dilution', 'passes.1.kind']);
  });
});

test('nickel plating brings a little nickel, zinc boils off, bare metal stays as it is', () => {
  const piece = { C: 0.15, Mn: 0.7 };
  expect(withCoating(piece, 'bare')).toBe(piece);
  expect(withCoating(piece, 'galvanised')).toBe(piece);
  const plated = withCoating(piece, 'plated');
  expect(plated.Ni).toBeGreaterThan(0.3);
  expect(plated.Ni).toBeLessThan(3);
  expect(plated.C).toBeLessThan(0.15);
});
