import fc from 'fast-check';
import { JOINTS, type JointType } from '../joint';
import { FORMS, SHAPES } from '../piece';
import { aJoint, aPiece, aPlate, aSide, aTube, HEADER, SPIGOT_RING } from '../testing/parts';
import { innerSpaces, jointFigures, layOut, pieceFigures, pointOfSpot, spotAt, type Assembly, type Layout } from '.';

const pieceOf = (layout: Layout, id: string, copy = 0) =>
  layout.pieces.find((piece) => piece.id === id && piece.copy === copy)!;
const jointOf = (layout: Layout, id: string) => layout.joints.find((joint) => joint.id === id)!;
const boxOf = (layout: Layout, id: string) => {
  const points = pieceOf(layout, id).outline.rims[0]!;
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
};
const seamMm = (assembly: Assembly, id = '1') =>
  jointFigures(assembly, layOut(assembly)).find((joint) => joint.id === id)!.seamMm;

describe('figures of a piece, against hand calculations', () => {
  test('a tube: section, second moment, mass, room inside', () => {
    const figures = pieceFigures(aTube('A', 42.4, 2, { lengthMm: 1000, family: 'austenitic' }));
    expect(figures.sectionMm2.value).toBeCloseTo(Math.PI * 40.4 * 2, 6);
    expect(figures.inertiaMm4.value).toBeCloseTo((Math.PI / 64) * (42.4 ** 4 - 38.4 ** 4), 3);
    expect(figures.massKg.value).toBeCloseTo(Math.PI * 40.4 * 2 * 1000 * 7.9e-6, 6);
    expect(figures.innerMm3.value).toBeCloseTo((Math.PI / 4) * 38.4 ** 2 * 1000, 3);
  });
  test('a plate bends easiest about its flat', () => {
    const { inertiaMm4, metalMm3, innerMm3 } = pieceFigures(aPlate('A', 6, { widthMm: 100, lengthMm: 200 }));
    expect(inertiaMm4.value).toBeCloseTo((100 * 6 ** 3) / 12, 9);
    expect(metalMm3.value).toBe(120000);
    expect(innerMm3.value).toBe(0);
  });
  test('a ring is as long as its centre line; a dished end holds two thirds of a cylinder', () => {
    const ring = pieceFigures(aTube('A', 42.4, 2, { shape: 'ring', widthMm: 480 }));
    expect(ring.innerMm3.value).toBeCloseTo((Math.PI / 4) * 38.4 ** 2 * Math.PI * (480 - 42.4), 1);
    const cap = pieceFigures(aTube('A', 60.3, 2, { shape: 'cap', lengthMm: 15 }));
    expect(cap.innerMm3.value).toBeCloseTo((2 / 3) * Math.PI * 28.15 ** 2 * 13, 6);
  });
  test('what is not known leaves its figures unknown, and says what is missing', () => {
    const { massKg, innerMm3, sectionMm2 } = pieceFigures(aTube('A', 42.4, 2));
    expect(sectionMm2.value).not.toBeNull();
    expect(massKg).toEqual({
      value: null,
      missing: [
        { piece: 'A', size: 'lengthMm' },
        { piece: 'A', size: 'family' },
      ],
    });
    expect(innerMm3.missing).toEqual([{ piece: 'A', size: 'lengthMm' }]);
    expect(pieceFigures(aPiece('C', { form: 'casting', lengthMm: 100, widthMm: 80 })).sectionMm2.missing[0]?.size).toBe(
      'shape',
    );
  });
});

describe('lengths that are welded', () => {
  const tubes = (a: number, b: number): Assembly => ({ pieces: [aTube('A', a, 2), aTube('B', b, 2)], joints: [] });
  const length = (assembly: Assembly, type: JointType, given: object = {}): number | null =>
    seamMm({ ...assembly, joints: [aJoint('1', type, ['A', 'B'], given)] }).value;
  test('a butt of two tubes is the smaller one’s way round', () => {
    expect(length(tubes(42.4, 42.4), 'square-butt')! / (Math.PI * 42.4)).toBeCloseTo(1, 4);
    expect(length(tubes(60.3, 42.4), 'socket')! / (Math.PI * 42.4)).toBeCloseTo(1, 4);
  });
  test('a small branch is its own way round; one as wide as its run is an ellipse', () => {
    expect(length(tubes(10, 600), 'saddle')! / (Math.PI * 10)).toBeCloseTo(1, 3);
    // Two cylinders of the same radius cross in an ellipse of half axes R and R root 2; the data let a branch reach
    // 0.95 of its run.
    const equal = length(tubes(100, 100), 'saddle')! / 50;
    expect(equal).toBeGreaterThan(2 * Math.PI * 1.05);
    expect(equal).toBeLessThan(7.6404);
  });
  test('flat pieces are welded over the narrower one’s width, a patch round its edge', () => {
    const plates = {
      pieces: [aPlate('A', 6, { widthMm: 80, lengthMm: 100 }), aPlate('B', 6, { widthMm: 120, lengthMm: 200 })],
      joints: [],
    };
    expect(length(plates, 'lap')).toBeCloseTo(80, 6);
    expect(length(plates, 'fillet')).toBeCloseTo(80, 6);
    expect(length(plates, 'patch')).toBeCloseTo(360, 6);
  });
  test('a plate on a tube follows the tube', () => {
    const assembly = {
      pieces: [aPlate('A', 8, { widthMm: 30, lengthMm: 80 }), aTube('B', 60, 2)],
      joints: [aJoint('1', 'fillet', [aSide('A', { end: 'start' }), aSide('B', { clock: 12 })])],
    };
    // A chord of half the diameter spans 60 degrees.
    expect(seamMm(assembly).value! / ((Math.PI / 3) * 30)).toBeCloseTo(1, 3);
  });
  test('a crack is as long as it was measured, and not known before', () => {
    const crack = (lengthMm: number | null): Assembly => ({
      pieces: [aTube('A', 42.4, 2, { lengthMm: 300 })],
      joints: [aJoint('1', 'crack', ['A'], { lengthMm })],
    });
    expect(seamMm(crack(35)).value).toBeCloseTo(35, 6);
    expect(seamMm(crack(null)).value).toBeNull();
  });
  test('with a size missing it is not known', () => {
    const assembly = {
      pieces: [aPiece('A', { form: 'tube' }), aTube('B', 42.4, 2)],
      joints: [aJoint('1', 'square-butt', ['A', 'B'])],
    };
    expect(seamMm(assembly)).toEqual({ value: null, missing: [{ piece: 'A', size: 'outsideMm' }] });
  });
});

describe('rooms inside', () => {
  const run = (piece: string, volume: number | null) =>
    expect.objectContaining({ piece, innerMm3: expect.objectContaining({ value: volume }) });
  test('a header is one room with its caps and outlets', () => {
    const [space, ...more] = innerSpaces(HEADER);
    const bore = (outside: number, length: number): number => (Math.PI / 4) * (outside - 4) ** 2 * length;
    const cap = (2 / 3) * Math.PI * 28.15 ** 2 * (60.3 / 4 - 2);
    expect(more).toEqual([]);
    expect(space!.innerMm3.value).toBeCloseTo(bore(60.3, 420) + 2 * bore(33.7, 90) + bore(26.9, 90) + 2 * cap, 2);
    expect(space!.joints).toEqual(['1', '2', '3', '4', '5']);
    expect(space!.openEnds.map(({ piece }) => piece).sort()).toEqual(['first', 'second', 'third']);
    expect(space!.pockets).toEqual([]);
  });
  test('dams part a run, and each room has the joints whose back lies in it', () => {
    const spaces = innerSpaces(HEADER, [
      { piece: 'run', alongMm: 50 },
      { piece: 'run', alongMm: 370 },
    ]);
    const bore = (Math.PI / 4) * 56.3 ** 2;
    expect(spaces.map(({ joints }) => joints)).toEqual([['2'], ['3', '4', '5'], ['1']]);
    expect(spaces[1]!.runs).toContainEqual(run('run', expect.closeTo(bore * 320, 3) as never));
  });
  test('a capped branch is a pocket as deep as branch and cap', () => {
    const assembly: Assembly = {
      pieces: [
        aTube('run', 60.3, 2, { lengthMm: 400 }),
        aTube('stub', 33.7, 2, { lengthMm: 80 }),
        aTube('cap', 33.7, 2, { shape: 'cap', lengthMm: 8 }),
      ],
      joints: [aJoint('1', 'saddle', ['stub', 'run']), aJoint('2', 'square-butt', ['stub', 'cap'])],
    };
    const [space] = innerSpaces(assembly);
    expect(space!.pockets).toMatchObject([{ piece: 'stub', depthMm: { value: 88 } }]);
  });
  test('a tube standing on a plate, and a solid bar, hold no gas together', () => {
    const assembly: Assembly = {
      pieces: [
        aTube('tube', 42.4, 2, { lengthMm: 100 }),
        aPlate('plate', 5),
        aPiece('bar', { form: 'bar', outsideMm: 20, lengthMm: 50 }),
      ],
      joints: [aJoint('1', 'fillet', ['tube', 'plate']), aJoint('2', 'fillet', ['bar', 'plate'])],
    };
    expect(innerSpaces(assembly)).toMatchObject([
      { runs: [{ piece: 'tube' }], joints: ['1'], openEnds: [{ piece: 'tube', end: 'finish' }] },
    ]);
  });
  test('a length that is not known leaves the room unknown and is named', () => {
    const [space] = innerSpaces({
      pieces: [aTube('A', 42.4, 2), aTube('B', 42.4, 2, { lengthMm: 100 })],
      joints: [aJoint('1', 'square-butt', ['A', 'B'])],
    });
    expect(space!.innerMm3).toEqual({ value: null, missing: [{ piece: 'A', size: 'lengthMm' }] });
  });
});

describe('figures of a joint', () => {
  test('mismatch of two tubes outside and inside, and thick against thin', () => {
    const [joint] = jointFigures(
      { pieces: [aTube('A', 42.4, 2), aTube('B', 43, 3)], joints: [aJoint('1', 'square-butt', ['A', 'B'])] },
      layOut({ pieces: [aTube('A', 42.4, 2), aTube('B', 43, 3)], joints: [aJoint('1', 'square-butt', ['A', 'B'])] }),
    );
    expect(joint!.mismatchMm!.outside.value).toBeCloseTo(0.3, 9);
    expect(joint!.mismatchMm!.inside.value).toBeCloseTo(0.7, 9);
    expect(joint!.thicknessRatio!.value).toBeCloseTo(1.5, 9);
  });
  test('outlets that stand close shade each other from the side they stand on', () => {
    const figures = jointFigures(HEADER, layOut(HEADER));
    const close: Assembly = {
      ...HEADER,
      joints: HEADER.joints.map((joint) =>
        joint.id === '4' ? { ...joint, sides: [aSide('second'), aSide('run', { alongMm: 150 })] } : joint,
      ),
    };
    const shades = (of: typeof figures, id: string) =>
      of.find((joint) => joint.id === id)!.shades.map(({ piece }) => piece);
    expect(shades(jointFigures(close, layOut(close)), '3')).toContain('second');
    expect(shades(figures, '1')).not.toContain('first');
  });
});

describe('the picture', () => {
  test('pieces in a row touch where they meet, to scale', () => {
    const layout = layOut({
      pieces: [aTube('A', 42.4, 2, { lengthMm: 200 }), aTube('B', 42.4, 2, { lengthMm: 100 })],
      joints: [aJoint('1', 'square-butt', ['A', 'B'])],
    });
    const [a, b] = [boxOf(layout, 'A'), boxOf(layout, 'B')];
    expect(a.right - a.left).toBeCloseTo(200, 6);
    expect(a.bottom - a.top).toBeCloseTo(42.4, 6);
    expect(b.left).toBeCloseTo(a.right, 6);
    expect(jointOf(layout, '1').at[0]).toBeCloseTo(a.right, 6);
  });
  test('a branch stands on its run at the hour and the place that were given', () => {
    const at = (clock: number | null): Layout =>
      layOut({
        pieces: [aTube('run', 60, 2, { lengthMm: 300 }), aTube('branch', 30, 2, { lengthMm: 90 })],
        joints: [aJoint('1', 'saddle', ['branch', aSide('run', { alongMm: 100, clock })])],
      });
    const up = boxOf(at(null), 'branch');
    expect((up.left + up.right) / 2 - boxOf(at(null), 'run').left).toBeCloseTo(100, 6);
    expect(up.bottom).toBeLessThanOrEqual(boxOf(at(null), 'run').top + 10);
    expect(boxOf(at(6), 'branch').bottom).toBeGreaterThan(boxOf(at(6), 'run').bottom + 60);
    // Towards the viewer it is seen on its end.
    const front = boxOf(at(3), 'branch');
    expect(front.right - front.left).toBeCloseTo(30, 1);
    expect(front.bottom - front.top).toBeCloseTo(30, 1);
  });
  test('twelve alike spigots stand round their ring like the hours', () => {
    const layout = layOut(SPIGOT_RING);
    expect(layout.pieces.filter(({ id }) => id === 'spigot')).toHaveLength(12);
    const angles = layout.joints.map(({ at: [x, y] }) => ((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360);
    angles.forEach((angle, index) => expect(Math.abs(((angle - 30 * index + 540) % 360) - 180)).toBeLessThan(1));
  });
  test('the second of two flat pieces stands up in a corner', () => {
    const of = (type: JointType): Layout =>
      layOut({
        pieces: [aPlate('A', 3, { lengthMm: 120, widthMm: 90 }), aPlate('B', 3, { lengthMm: 90, widthMm: 90 })],
        joints: [aJoint('1', type, ['A', 'B'])],
      });
    const corner = boxOf(of('corner'), 'B');
    expect(corner.bottom - corner.top).toBeCloseTo(90, 6);
  });
  test('sheets lapped over each other are shown from above, the upper one in front', () => {
    const lap = layOut({
      pieces: [aPlate('A', 3, { lengthMm: 120, widthMm: 90 }), aPlate('B', 6, { lengthMm: 90, widthMm: 90 })],
      joints: [aJoint('1', 'lap', ['A', 'B'])],
    });
    expect(boxOf(lap, 'B').left).toBeLessThan(boxOf(lap, 'A').right);
    expect(boxOf(lap, 'B').bottom - boxOf(lap, 'B').top).toBeCloseTo(90, 6);
    expect(lap.pieces.map(({ id }) => id)).toEqual(['A', 'B']);
    expect(jointOf(lap, '1').at[0]).toBeCloseTo(boxOf(lap, 'B').left, 6);
  });
  test('sheets side by side are shown from above', () => {
    const box = boxOf(
      layOut({ pieces: [aPlate('A', 6, { lengthMm: 200, widthMm: 120 })], joints: [aJoint('1', 'crack', ['A'])] }),
      'A',
    );
    expect(box.bottom - box.top).toBeCloseTo(120, 6);
  });
  test('a long run is shortened between two breaks; an end of unknown length is broken off', () => {
    const long = layOut({ pieces: [aTube('A', 40, 2, { lengthMm: 3000 })], joints: [] });
    expect(pieceOf(long, 'A').outline.breaks).toHaveLength(2);
    expect(long.box.right - long.box.left).toBeLessThan(300);
    expect(pieceOf(layOut({ pieces: [aTube('A', 40, 2)], joints: [] }), 'A').outline.breaks).toHaveLength(2);
    expect(pieceOf(layOut({ pieces: [aTube('A', 40, 2, { lengthMm: 200 })], joints: [] }), 'A').outline.breaks).toEqual(
      [],
    );
  });
  test('pieces no joint holds stand apart, and a joint that closes a ring of pieces is linked', () => {
    const loose = layOut({ pieces: [aTube('A', 40, 2), aPlate('B', 5), aPiece('C', { form: 'casting' })], joints: [] });
    const boxes = ['A', 'B', 'C'].map((id) => boxOf(loose, id));
    boxes.forEach((one, index) =>
      boxes
        .slice(index + 1)
        .forEach((other) =>
          expect(
            one.right < other.left || other.right < one.left || one.bottom < other.top || other.bottom < one.top,
          ).toBe(true),
        ),
    );
    const loop = layOut({
      pieces: [aTube('A', 40, 2), aTube('B', 40, 2, { shape: 'bend' }), aTube('C', 40, 2)],
      joints: [
        aJoint('1', 'square-butt', ['A', 'B']),
        aJoint('2', 'square-butt', ['B', 'C']),
        aJoint('3', 'square-butt', ['C', 'A']),
      ],
    });
    expect(loop.joints.filter(({ link }) => link !== null)).toHaveLength(1);
  });
  test('an old weld is a bead of its joint, not a piece of its own', () => {
    const layout = layOut({
      pieces: [aTube('A', 40, 2), aPlate('B', 5), aPiece('W', { kind: 'old-weld' })],
      joints: [aJoint('1', 'toe-crack', ['A', 'B', 'W'])],
    });
    expect(layout.pieces.map(({ id }) => id).sort()).toEqual(['A', 'B']);
  });

  const maybe = (from: number, to: number) => fc.option(fc.double({ min: from, max: to, noNaN: true }));
  const anyPiece = (id: string) =>
    fc.record({
      id: fc.constant(id),
      kind: fc.constant('base' as const),
      form: fc.option(fc.constantFrom(...FORMS)),
      shape: fc.option(fc.constantFrom(...SHAPES)),
      thicknessMm: maybe(0.1, 300),
      outsideMm: maybe(1, 3000),
      lengthMm: maybe(1, 20000),
      widthMm: maybe(1, 20000),
      endOutsideMm: maybe(1, 3000),
      bendDeg: maybe(1, 180),
      count: fc.integer({ min: 1, max: 12 }),
    });
  const anyJoint = fc.record({
    type: fc.constantFrom(...(Object.keys(JOINTS.types) as JointType[])),
    sides: fc.array(
      fc.record({
        piece: fc.constantFrom('A', 'B', 'C', 'gone'),
        end: fc.option(fc.constantFrom('start' as const, 'finish' as const)),
        alongMm: maybe(0, 20000),
        clock: maybe(0, 12),
      }),
      { maxLength: 4 },
    ),
    lengthMm: maybe(1, 5000),
    course: fc.option(fc.constantFrom('along' as const, 'around' as const)),
    gapMm: maybe(0, 10),
  });
  test('whatever is said of a part, something finite is laid out, every piece once, every joint once', () => {
    fc.assert(
      fc.property(
        anyPiece('A'),
        anyPiece('B'),
        anyPiece('C'),
        fc.array(anyJoint, { maxLength: 6 }),
        (a, b, c, joints) => {
          const layout = layOut({
            pieces: [a, b, c],
            joints: joints.map((joint, index) => ({ ...joint, id: String(index) })),
          });
          expect(new Set(layout.pieces.map(({ id }) => id))).toEqual(new Set(['A', 'B', 'C']));
          expect(layout.joints).toHaveLength(joints.length);
          const numbers = [
            ...layout.pieces.flatMap(({ outline }) => [...outline.rims, ...outline.hidden, ...outline.breaks].flat(2)),
            ...layout.joints.flatMap(({ line, at }) => [...line.flat(), ...at]),
          ];
          expect(numbers.every(Number.isFinite)).toBe(true);
        },
      ),
    );
  });
  test('a spot is found again where it shows', () => {
    const layout = layOut({
      ...HEADER,
      pieces: [
        ...HEADER.pieces,
        aTube('bend', 40, 2, { shape: 'bend' }),
        aPlate('plate', 5, { widthMm: 90, lengthMm: 120 }),
      ],
    });
    fc.assert(
      fc.property(
        fc.constantFrom('run', 'first', 'bend'),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.3, max: 5.7, noNaN: true }),
        (id, along, clock) => {
          const piece = pieceOf(layout, id);
          const again = spotAt(piece, pointOfSpot(piece, { along, clock }));
          expect(Math.abs(again.along - along)).toBeLessThan(0.02);
          expect(Math.abs(again.clock - clock)).toBeLessThan(0.3);
        },
      ),
    );
  });
});
