import { choose } from './choose';
import { rodsForPart, type JointOutlook } from './rods-for-part';

const outlook = (
  joint: string,
  losses: Record<string, number>,
  alike = 1,
  barred: readonly string[] = [],
): JointOutlook => ({
  joint,
  alike,
  ranking: Object.entries(losses)
    .map(([rod, expectedLoss]) => ({
      rod,
      expectedLoss,
      worst: barred.includes(rod) ? ('do-not' as const) : ('low' as const),
    }))
    .sort((left, right) => left.expectedLoss - right.expectedLoss),
});

describe('rods for a whole part', () => {
  test('one rod leads while it costs less than a second rod may be mixed up', () => {
    const [first] = rodsForPart([outlook('1', { a: 0.02, b: 0.025 }), outlook('2', { a: 0.025, b: 0.024 })]);
    expect(first).toMatchObject({ one: 'a', rods: ['a', 'a'] });
    expect(first!.extra[1]).toBeCloseTo(0.001, 9);
  });
  test('each joint its own rod leads where one rod serves badly, the more so the more joints are alike', () => {
    const joints = (alike: number) => [outlook('1', { a: 0.02, b: 0.028 }), outlook('2', { a: 0.028, b: 0.02 }, alike)];
    expect(rodsForPart(joints(1))[0]!.one).not.toBeUndefined();
    expect(rodsForPart(joints(12))[0]!.one).toBe('b');
    const hard = rodsForPart([outlook('1', { a: 0.02, b: 0.2 }), outlook('2', { a: 0.2, b: 0.02 })]);
    expect(hard[0]).toMatchObject({ one: undefined, rods: ['a', 'b'], extra: [0, 0] });
    expect(hard[0]!.expectedLoss).toBeCloseTo(0.04 + 0.012, 9);
  });
  test('a rod marked do not on one joint comes last, however cheap', () => {
    const plans = rodsForPart([outlook('1', { a: 0.01, b: 0.2 }), outlook('2', { a: 0.01, b: 0.2 }, 1, ['a'])]);
    expect(plans.map(({ one }) => one)).toEqual(['b', 'a']);
  });
  test('a rod that cannot be had for every joint is no rod for the part; without a ranking there is no plan', () => {
    expect(rodsForPart([outlook('1', { a: 0.01, b: 0.2 }), outlook('2', { b: 0.2 })]).map(({ one }) => one)).toEqual([
      undefined,
      'b',
    ]);
    expect(rodsForPart([outlook('1', { a: 0.01 }), outlook('2', {})])).toEqual([]);
    expect(rodsForPart([])).toEqual([]);
  });
  test('of real joints: stainless to stainless and stainless to steel', () => {
    const of = (joint: string, second: string): JointOutlook => ({
      joint,
      alike: 1,
      ranking: choose(
        { pieces: [{ grade: '304L' }, { grade: second }], joint: { type: 'fillet', thicknessMm: 3 }, samples: 128 },
        1,
      ).ranking,
    });
    const plans = rodsForPart([of('1', '304L'), of('2', 'A36')]);
    expect(plans[0]!.worst).not.toBe('do-not');
    const one = plans.find((plan) => plan.one !== undefined)!;
    expect(one.one).toMatch(/309/);
    expect(one.extra[0]).toBeGreaterThan(0);
  });
});
