import fc from 'fast-check';
import { isTacked, tackPlan } from '.';

describe('tacks', () => {
  test('on a ring opposite first, then between', () => {
    expect(tackPlan({ seamMm: 160, closed: true }, 1.65, false)!.at).toEqual([0, 180, 90, 270]);
  });
  test('on a seam the ends first', () => {
    const { at, count } = tackPlan({ seamMm: 300, closed: false }, 1.5, false)!;
    expect(at).toHaveLength(count);
    expect(at[0]).toBeLessThan(20);
    expect(at[1]).toBeGreaterThan(280);
  });
  test('every place once; more on longer seams and on mixes that crack; none while the length is unknown', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 3000, noNaN: true }),
        fc.boolean(),
        fc.double({ min: 0.8, max: 8, noNaN: true }),
        (seamMm, closed, wall) => {
          const plan = tackPlan({ seamMm, closed }, wall, false)!;
          expect(new Set(plan.at).size).toBe(plan.count);
          for (const at of plan.at) expect(at).toBeGreaterThanOrEqual(0);
          expect(tackPlan({ seamMm: seamMm * 2, closed }, wall, false)!.count).toBeGreaterThanOrEqual(plan.count);
          expect(tackPlan({ seamMm, closed }, wall, true)!.count).toBeGreaterThanOrEqual(plan.count);
        },
      ),
    );
    expect(tackPlan({ seamMm: null, closed: true }, 2, false)).toBeNull();
  });
});

test('nothing is tacked where metal is laid on one piece', () => {
  expect((['overlay', 'crack', 'toe-crack', 'fillet', 'bevel'] as const).map(isTacked)).toEqual([
    false,
    false,
    false,
    true,
    true,
  ]);
});
