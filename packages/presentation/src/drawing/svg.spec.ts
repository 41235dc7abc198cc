import { layOut, sketchOf, COMMON_ASSEMBLIES, UNSAID_FIT } from '@variatum/metallurgy';
import { sectionPicture } from './section-picture';
import { ON_PAPER, sectionSvg, wholeSvg } from './svg';
import { traceSvg, type Trace } from './trace-svg';
import { wholePicture, type JointWords, type PieceWords } from './whole-picture';

const pictureOf = (name: string, joint: Partial<JointWords> = {}) => {
  const assembly = sketchOf(COMMON_ASSEMBLIES.find(({ id }) => id === name)!);
  const pieces = new Map<string, PieceWords>(
    assembly.pieces.map(({ id }, order) => [
      id,
      { letter: 'ABCDEF'[order]!, order, words: `42.4 × 2 mm <${order}>`, open: false },
    ]),
  );
  const joints = new Map<string, JointWords>(
    assembly.joints.map(({ id }, index) => [
      id,
      { number: String(index + 1), kind: 'seam', oldWeld: false, decided: true, ...joint },
    ]),
  );
  return {
    assembly,
    picture: wholePicture({ layout: layOut(assembly), width: 700, height: 260, pieces, joints, spots: [] }),
  };
};
const wellFormed = (svg: string): boolean => {
  const open: string[] = [];
  for (const [, close, name, alone] of svg.matchAll(/<(\/?)([a-z]+)[^>]*?(\/?)>/g)) {
    if (close) {
      if (open.pop() !== name) return false;
    } else if (!alone) open.push(name!);
  }
  return open.length === 0 && !/NaN|undefined|Infinity/.test(svg);
};

test.each(COMMON_ASSEMBLIES.map(({ id }) => id))(
  '%s is a drawing by itself, with a letter and a number for everything',
  (id) => {
    const { assembly, picture } = pictureOf(id);
    const svg = wholeSvg(picture, 700, 260, ON_PAPER, '100 mm');
    expect(wellFormed(svg)).toBe(true);
    for (const [index] of assembly.joints.entries()) expect(svg).toContain(`>${index + 1}</text>`);
    for (const [index, { kind }] of assembly.pieces.entries())
      if (kind === 'base') expect(svg).toMatch(new RegExp(`>${'ABCDEF'[index]}[^<]*</text>`));
    // What people typed is text, never part of the drawing.
    expect(svg).not.toContain('<0>');
  },
);

test('a joint that misses its profile is crossed, one that keeps to it ticked', () => {
  const crosses = (joint: Partial<JointWords>): number =>
    (wholeSvg(pictureOf('header', joint).picture, 700, 260, ON_PAPER, '').match(new RegExp(ON_PAPER.missed, 'g')) ?? [])
      .length;
  expect(crosses({ weld: 'missed', missedAt: [0.5] })).toBeGreaterThan(0);
  expect(crosses({ weld: 'met' })).toBe(0);
});

test('a section shows its sides, what is laid and what is measured', () => {
  const question = {
    type: 'bevel' as const,
    technique: 'root-with-rod' as const,
    sides: [
      { thicknessMm: 6, oldWeld: false },
      { thicknessMm: 6, oldWeld: false },
    ],
    edge: undefined,
    fit: { ...UNSAID_FIT, gapMm: 2 },
    dilution: 0.3,
    shares: [0.5, 0.5],
  };
  const sides = [
    { letter: 'A', order: 0 },
    { letter: 'B', order: 1 },
  ];
  const svg = sectionSvg(sectionPicture(question, undefined, 340, 210), 340, 210, ON_PAPER, sides, ({ what }) => what);
  expect(wellFormed(svg)).toBe(true);
  for (const said of ['>A<', '>B<', 'gapMm', 'thicknessMm']) expect(svg).toContain(said);
});

describe('a trace', () => {
  const trace = (values: readonly (number | null)[], more: Partial<Trace> = {}): string =>
    traceSvg(
      {
        points: values.map((value, index) => ({ atMs: index * 60_000, value })),
        unit: 'ppm',
        limit: null,
        decades: true,
        marks: [],
        ...more,
      },
      600,
      200,
      ON_PAPER,
    );
  const runsOf = (svg: string): number => svg.split(`stroke="${ON_PAPER.seam}"`).length - 1;

  test('breaks off where nothing came, and is not drawn of a single figure', () => {
    expect(runsOf(trace([200_000, 8000, null, 300, 60, 20]))).toBe(2);
    expect(trace([40])).toBe('');
    expect(trace([null, null, null])).toBe('');
    expect(trace([])).toBe('');
  });

  test('has a scale that holds every figure and the limit', () => {
    const svg = trace([90_000, 400, 12], { limit: 50, marks: [{ atMs: 60_000, words: 'arc 1' }] });
    expect(wellFormed(svg)).toBe(true);
    for (const said of ['>10<', '>100 000<', '>arc 1<', '>ppm<', 'stroke-dasharray="5 3"']) expect(svg).toContain(said);
    const ys = [...svg.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, , y]) => Number(y));
    expect(Math.min(...ys)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...ys)).toBeLessThanOrEqual(200);
    expect(wellFormed(trace([20, 96, 40], { decades: false, unit: '°C' }))).toBe(true);
    expect(wellFormed(trace([20, 20, 20], { decades: false, unit: '°C' }))).toBe(true);
  });
});
