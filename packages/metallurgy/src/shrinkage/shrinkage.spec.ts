import fc from 'fast-check';
import { faultsOf } from '../testing/faults-of';
import { bow, capOf, heldTo, pullOfFamily, seamPull, shrink, transverseShrinkage, type WeldedLength } from '.';

const TUBE = { offsetMm: 28, lengthMm: 500, inertiaMm4: 207600.52102675647 };

describe('hand formulas', () => {
  test('bow and transverse shrinkage of carbon steel, as published', () => {
    expect(bow(14, TUBE)).toBeCloseTo(2.3603023613647225, 9);
    expect(transverseShrinkage(14, 3)).toBeCloseTo(0.46666666666666673, 12);
  });
  test('austenitic metal pulls about half as much again, ferritic about as much as carbon steel', () => {
    expect(pullOfFamily('carbon')).toBeCloseTo(1, 12);
    expect(pullOfFamily('austenitic')).toBeGreaterThan(1.4);
    expect(pullOfFamily('austenitic')).toBeLessThan(1.65);
    expect(pullOfFamily('ferritic')).toBeLessThan(1.1);
    expect(pullOfFamily('duplex')).toBeLessThan(pullOfFamily('austenitic'));
  });
  test('a thick plate curls less, and the allowance covers the worst of the range', () => {
    const cap = (thicknessMm: number) => capOf(20, { spanMm: 120, widthMm: 120, thicknessMm }, 'austenitic');
    expect(cap(16).depth.mm).toBeLessThan(cap(10).depth.mm);
    expect(cap(10).allowanceMm).toBeGreaterThan(cap(10).depth.range[1]);
    // d L² / I of a plate: 6 L² / (b t²), so that half the thickness curls four times as much.
    expect(cap(5).depth.mm / cap(10).depth.mm).toBeCloseTo(4, 6);
  });
  test('shrink answers what it is given the sizes for, with its range, and names what is wrong', () => {
    const found = shrink({ areaMm2: 14, thicknessMm: 3, member: TUBE });
    expect(found).toMatchObject({ capMm: null, allowanceMm: null, range: { capMm: null } });
    expect(found.bowMm).toBeCloseTo(2.36, 2);
    expect(found.range.bowMm![0] / found.bowMm!).toBeCloseTo(0.5, 9);
    expect(found.range.bowMm![1] / found.bowMm!).toBeCloseTo(1.5, 9);
    expect(shrink({ areaMm2: 14, member: TUBE, hold: 'strongback' }).bowMm! / found.bowMm!).toBeCloseTo(
      heldTo('strongback', 'bow'),
      9,
    );
    expect(faultsOf(() => shrink({ areaMm2: 0, thicknessMm: 3 }))).toEqual(['areaMm2']);
    expect(faultsOf(() => shrink({ areaMm2: 14, member: { ...TUBE, inertiaMm4: 0 } }))).toEqual(['member.inertiaMm4']);
    expect(faultsOf(() => shrink({ areaMm2: 14 }))).toEqual(['']);
  });
});

/** A pass in so many lengths, in an order of their places. */
function pass(order: readonly number[], lengthMm = 180, metC = 20): readonly WeldedLength[] {
  const count = order.length;
  return order.map((place, turn) => ({
    pass: 0,
    atMm: ((place + 0.5) * lengthMm) / count,
    lengthMm: lengthMm / count,
    welded: (turn + 0.5) / count,
    metC,
  }));
}
const RING = { kind: 'ring', lengthMm: 180, shrinkMm: [0.4], tackMm: 0, left: 1 } as const;
const row = (count: number): number[] => Array.from({ length: count }, (_, index) => index);
/** Degrees between two directions. */
const apart = (one: number, other: number): number => Math.abs(((one - other + 540) % 360) - 180);

describe('pull of a seam', () => {
  test('once round goes to the side it is finished on', () => {
    const { towards, mm } = seamPull(RING, pass(row(24)));
    expect(mm).toBeGreaterThan(0.1);
    expect(apart(towards, 315)).toBeLessThan(45);
    // The other way round it is the mirror image.
    expect(apart(seamPull(RING, pass(row(24).reverse())).towards, 360 - towards)).toBeLessThan(1e-6);
  });
  test('halves from the bottom up go to the top; a line goes to its end', () => {
    const half = [...row(12).reverse(), ...row(12).map((place) => place + 12)];
    expect(apart(seamPull(RING, pass(half)).towards, 315)).toBeLessThan(45);
    expect(seamPull({ ...RING, kind: 'line' }, pass(row(20)))).toMatchObject({ towards: 180 });
    expect(seamPull({ ...RING, kind: 'line' }, pass(row(20).reverse()))).toMatchObject({ towards: 0 });
  });
  test('a symmetric order leaves no tilt: both sides at once, all round', () => {
    const both = row(12).flatMap((place, turn) =>
      [place, place + 12].map((at) => ({
        pass: 0,
        atMm: (at + 0.5) * 7.5,
        lengthMm: 7.5,
        welded: (turn + 0.5) / 12,
        metC: 20,
      })),
    );
    expect(seamPull(RING, both).mm).toBeLessThan(1e-9);
  });
  test('opposite lengths in turn tilt less than once round; more tacks, a strongback and cold metal pull less', () => {
    const once = seamPull(RING, pass(row(24))).mm;
    expect(seamPull(RING, pass([0, 4, 2, 6, 1, 5, 3, 7])).mm).toBeLessThan(0.5 * once);
    expect(seamPull({ ...RING, tackMm: 30 }, pass(row(24))).mm).toBeLessThan(once);
    expect(seamPull({ ...RING, left: 0.3 }, pass(row(24))).mm).toBeCloseTo(0.3 * once, 9);
    expect(seamPull(RING, pass(row(24), 180, 200)).mm).toBeGreaterThan(once);
  });
  test('turning the whole plan turns the tilt with it', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(row(8), { minLength: 8 }), fc.integer({ min: 0, max: 7 }), (order, turn) => {
        const [one, turned] = [
          seamPull(RING, pass(order)),
          seamPull(RING, pass(order.map((place) => (place + turn) % 8))),
        ];
        expect(turned.mm).toBeCloseTo(one.mm, 9);
        if (one.mm > 1e-6) expect(apart(turned.towards, one.towards + 45 * turn)).toBeLessThan(1e-5);
      }),
    );
  });
});
