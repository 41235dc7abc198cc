import fc from 'fast-check';
import { areaInside, jointSection, withDepth, type SectionQuestion } from './joint-section';
import { UNSAID_FIT, usualFit } from './joint-fit';
import { JOINTS, type JointType, type Technique } from './joint-input';

const asked = (given: Partial<SectionQuestion> = {}): SectionQuestion => ({
  type: 'bevel',
  technique: 'root-with-rod',
  fit: UNSAID_FIT,
  dilution: 0.3,
  shares: [0.5, 0.5],
  sides: [
    { thicknessMm: 6, oldWeld: false },
    { thicknessMm: 6, oldWeld: false },
  ],
  ...given,
});
const TYPES = Object.keys(JOINTS.types) as JointType[];
const share = fc.double({ min: 0.05, max: 0.95, noNaN: true });
const anyQuestion = fc
  .record({
    type: fc.constantFrom(...TYPES),
    technique: fc.constantFrom(...(Object.keys(JOINTS.techniques) as Technique[])),
    dilution: fc.double({ min: 0, max: 0.9, noNaN: true }),
    first: share,
    thick: fc.tuple(fc.double({ min: 0.5, max: 40, noNaN: true }), fc.double({ min: 0.5, max: 40, noNaN: true })),
  })
  .map(({ first, thick: [a, b], ...rest }) =>
    asked({
      ...rest,
      shares: [first, 1 - first],
      sides: [
        { thicknessMm: a, oldWeld: false },
        { thicknessMm: b, oldWeld: false },
      ],
    }),
  );

describe('a joint in section', () => {
  test('what is drawn as melted is what dilution and shares ask for', () => {
    fc.assert(
      fc.property(anyQuestion, (question) => {
        const section = jointSection(question);
        const melted = section.melted.reduce((sum, { areaMm2 }) => sum + areaMm2, 0);
        expect(melted / (melted + section.depositMm2)).toBeCloseTo(question.dilution, 9);
        for (const { rim, areaMm2 } of section.melted)
          expect(Math.abs(areaInside(rim) - areaMm2)).toBeLessThan(0.003 * areaMm2 + 1e-9);
        const of = (side: number) =>
          section.melted.reduce((sum, zone) => sum + (zone.side === side ? zone.areaMm2 : 0), 0);
        if (new Set(section.melted.map(({ side }) => side)).size === 2 && melted > 1e-6)
          expect(of(0) / melted).toBeCloseTo(question.shares[0]!, 9);
      }),
    );
  });
  test('pulling a zone and asking again draws it where it was pulled', () => {
    fc.assert(
      fc.property(anyQuestion, fc.double({ min: 0.1, max: 3, noNaN: true }), (question, depth) => {
        const section = jointSection(question);
        const pulled = withDepth(section, 0, depth, question.shares);
        expect(pulled.shares.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 9);
        if (pulled.dilution < 0.95)
          expect(jointSection({ ...question, ...pulled }).melted[0]!.depthMm).toBeCloseTo(depth, 6);
      }),
    );
  });
  test('a bevel of two 6 mm sides: groove area by hand', () => {
    const fit = { ...UNSAID_FIT, gapMm: 2, landMm: 1, bevelDeg: 60, mismatchMm: 0 };
    const { deposit, melted } = jointSection(asked({ fit }));
    const wedge = 5 * 5 * Math.tan(Math.PI / 6);
    // Cap and root stand over the groove: arches, two thirds of their width times their height.
    const top = 2 + 2 * 5 * Math.tan(Math.PI / 6) + 2 * 0.35 * 6;
    const caps = (2 / 3) * (top * 0.14 * 6 + (2 + 2 * 0.25 * 6) * 0.12 * 6);
    expect(areaInside(deposit)).toBeCloseTo(2 * 6 + wedge + caps, 1);
    expect(melted).toHaveLength(2);
  });
  test('a fillet of leg 5: half its square and a little convexity', () => {
    const { depositMm2 } = jointSection(
      asked({ type: 'fillet', technique: 'fillet', fit: { ...UNSAID_FIT, legMm: 5, gapMm: 0 } }),
    );
    expect(depositMm2).toBeCloseTo(12.5 + (2 / 3) * Math.hypot(5, 5) * 0.1 * Math.hypot(5, 5), 1);
  });
  test('melted metal lies inside its piece, not in the other or the air', () => {
    for (const type of TYPES) {
      const { melted, metals } = jointSection(asked({ type, dilution: 0.15 }));
      for (const {
        side,
        face: [from, to],
        inward,
      } of melted) {
        const [x, y] = [(from[0] + to[0]) / 2 + 0.05 * inward[0], (from[1] + to[1]) / 2 + 0.05 * inward[1]];
        const rims = metals.filter((metal) => metal.side === side).map(({ rim }) => rim);
        expect({ type, side, inside: rims.some((rim) => contains(rim, [x, y])) }).toEqual({ type, side, inside: true });
      }
    }
  });
  test('a crack along an old weld melts the old weld on one side; a piece not drawn keeps its share', () => {
    const question = asked({
      type: 'toe-crack',
      shares: [0.4, 0.2, 0.4],
      sides: [
        { thicknessMm: 2, oldWeld: false },
        { thicknessMm: 3, oldWeld: false },
        { thicknessMm: null, oldWeld: true },
      ],
    });
    const section = jointSection(question);
    expect(section.melted.map(({ side }) => side)).toEqual([0, 2]);
    expect(section.crack).not.toBeNull();
    expect(withDepth(section, 1, 1.5, question.shares).shares[1]).toBe(0.2);
  });
  test('sizes say what somebody measured and what is only usual', () => {
    const { sizes } = jointSection(asked({ fit: { ...UNSAID_FIT, gapMm: 2.5 } }));
    expect(sizes.find(({ what }) => what === 'gapMm')).toMatchObject({ value: 2.5, said: true });
    expect(sizes.find(({ what }) => what === 'landMm')).toMatchObject({ said: false });
    expect(usualFit('square-butt', [1, 1], UNSAID_FIT)).toMatchObject({ gapMm: 0, bevelDeg: 0 });
  });
});

/** Whether a point lies inside a closed line. */
function contains(rim: readonly (readonly [number, number])[], [x, y]: readonly [number, number]): boolean {
  return rim.reduce((inside, [ax, ay], index) => {
    const [bx, by] = rim[(index + 1) % rim.length]!;
    return ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax ? !inside : inside;
  }, false);
}
