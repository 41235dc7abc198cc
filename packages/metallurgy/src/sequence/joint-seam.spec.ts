import { layOut, type Assembly } from '../assembly';
import { aJoint, aPlate, aSide, aTube } from '../testing/parts';
import { jointSeam } from '.';

/** The seam of the first joint of a part, every piece of it 304L with its own wall. */
function seamOf(assembly: Assembly) {
  const layout = layOut(assembly);
  const metals = new Map(
    assembly.pieces.map(({ id, thicknessMm }) => [id, { material: { grade: '304L' }, thicknessMm }]),
  );
  return jointSeam({ joint: layout.joints[0]!, pieces: layout.pieces, metals, usualThicknessMm: 2 });
}

describe('the seam of a joint, laid flat', () => {
  test('tube to tube: a ring with a tube as long as the piece on either side', () => {
    const seam = seamOf({
      pieces: [aTube('A', 42.4, 2, { lengthMm: 60 }), aTube('B', 42.4, 2, { lengthMm: 900 })],
      joints: [aJoint('1', 'square-butt', [aSide('A'), aSide('B')])],
    })!;
    expect(seam).toMatchObject({ kind: 'ring', closedInside: true, beyondMm: 0 });
    expect(seam.lengthMm).toBeCloseTo(Math.PI * 42.4, 0);
    expect(seam.sides[0]).toMatchObject({ reachMm: 60, spread: 'straight', bothWays: false, thicknessMm: 2 });
    // Farther off nothing of the weld is felt.
    expect(seam.sides[1].reachMm).toBe(160);
  });
  test('a branch on a run: in the run heat leaves outwards', () => {
    const seam = seamOf({
      pieces: [aTube('A', 60.3, 2.77, { lengthMm: 500 }), aTube('B', 33.7, 2, { lengthMm: 100 })],
      joints: [aJoint('1', 'fillet', [aSide('A', { alongMm: 250 }), aSide('B')])],
    })!;
    expect(seam.kind).toBe('ring');
    expect(seam.sides.map(({ spread }) => spread).sort()).toEqual(['outwards', 'straight']);
  });
  test('sheet to sheet: a line, open inside; a plate with a plate standing on it leads heat both ways', () => {
    const butt = seamOf({
      pieces: [aPlate('A', 2, { widthMm: 200, lengthMm: 300 }), aPlate('B', 2, { widthMm: 200, lengthMm: 300 })],
      joints: [aJoint('1', 'square-butt', [aSide('A'), aSide('B')])],
    })!;
    expect(butt).toMatchObject({ kind: 'line', closedInside: false });
    expect(butt.lengthMm).toBeCloseTo(200, 0);
    const tee = seamOf({
      pieces: [aPlate('A', 8, { widthMm: 200, lengthMm: 300 }), aPlate('B', 2, { widthMm: 100, lengthMm: 80 })],
      joints: [aJoint('1', 'fillet', [aSide('A', { alongMm: 150 }), aSide('B')])],
    })!;
    expect(tee.sides.map(({ bothWays }) => bothWays)).toContain(true);
  });
  test('what has no seam gives none', () => {
    expect(seamOf({ pieces: [aTube('A', 42.4, 2)], joints: [aJoint('1', 'square-butt', [])] })).toBeNull();
  });
});
