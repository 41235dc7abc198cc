import { meanProperties, poolEdge, poolShape, thermalMaterial } from '../heat';
import { wallHeat, wallMatters, type SeamQuestion, type SeamSideQuestion } from '.';

const side = (thicknessMm: number): SeamSideQuestion => ({
  material: { grade: '304L' },
  thicknessMm,
  reachMm: 80,
  spread: 'straight',
  bothWays: false,
});
const seam = (first: number, second: number, amps: number, more: Partial<SeamQuestion> = {}): SeamQuestion => ({
  kind: 'line',
  lengthMm: 200,
  beyondMm: 3,
  closedInside: false,
  sides: [side(first), side(second)],
  passes: 1,
  arcs: [{ amps, travelMmPerS: 1.8 }],
  interpassC: null,
  people: 1,
  hold: 'tacks',
  tackMm: 10,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  bars: [],
  ...more,
});
const welded = (metC: number) => [
  { pass: 0, fromMm: 0, toMm: 200, person: 0 as const, restS: 0, startS: 0, endS: 110, waitedS: 0, metC },
];
const cut = (question: SeamQuestion, metC = 20) => wallHeat(question, welded(metC))!;

describe('heat through the wall', () => {
  test('is asked for where a side is much thicker or both are thick, not for sheet', () => {
    expect(wallMatters(seam(2, 2, 60))).toBeNull();
    expect(wallMatters(seam(2, 7, 70))).toBe('uneven');
    expect(wallMatters(seam(12, 12, 150))).toBe('thick');
    expect(wallHeat(seam(2, 2, 60), welded(20))).toBeNull();
  });
  test('thick metal melts part of the way, deeper with more current and on warm metal, alike on both sides', () => {
    const found = cut(seam(12, 12, 150));
    const [left, right] = found.meltedMm;
    expect(left).toBeCloseTo(right, 6);
    expect(left).toBeGreaterThan(1.5);
    expect(left).toBeLessThan(5);
    expect(cut(seam(12, 12, 190)).meltedMm[0]).toBeGreaterThan(left);
    expect(cut(seam(12, 12, 150), 200).meltedMm[0]).toBeGreaterThanOrEqual(left);
    expect(found.acrossMm).toHaveLength(found.widthMm.length);
    expect(found.peakC).toHaveLength(found.acrossMm.length * found.depthMm.length);
  });
  test('thick to thin: aiming at the thick side spares the thin one', () => {
    const hottestOnThin = ({ acrossMm, depthMm, peakC }: typeof straight): number =>
      Math.max(...[...acrossMm.keys()].filter((row) => acrossMm[row]! < -2).map((row) => peakC[row * depthMm.length]!));
    const [straight, aimed] = [cut(seam(2, 8, 75)), cut(seam(2, 8, 75, { aimMm: 1.5 }))];
    expect(hottestOnThin(aimed)).toBeLessThan(hottestOnThin(straight) - 50);
    expect(straight.because).toBe('uneven');
  });
  test('a plate melts as deep in the cut as the closed form says', () => {
    const metal = thermalMaterial({ grade: '304L' });
    const figures = meanProperties(metal, metal.solidusC);
    for (const [thicknessMm, amps] of [
      [10, 150],
      [14, 180],
    ] as const) {
      const { depthMm } = poolShape(
        {
          arc: { amps, travelMmPerS: 1.8 },
          thicknessMm,
          startC: 20,
          meltsC: poolEdge(metal, figures.volumetricHeat),
          ...figures,
        },
        1,
      );
      expect(Math.abs(cut(seam(thicknessMm, thicknessMm, amps)).meltedMm[0] / depthMm.median - 1)).toBeLessThan(0.12);
    }
  });
});
