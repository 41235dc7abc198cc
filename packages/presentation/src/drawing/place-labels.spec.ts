import fc from 'fast-check';
import { insidePolygon, type Point } from '@variatum/metallurgy';
import { placeLabels, type LabelWish, type Metal, type Rectangle } from './place-labels';

const FRAME = { width: 600, height: 400 };
const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const metalArbitrary = fc
  .record({
    x: figure(0, 450),
    y: figure(0, 320),
    width: figure(20, 200),
    height: figure(10, 120),
    corners: fc.integer({ min: 3, max: 9 }),
  })
  .map(({ corners, ...box }): Metal => {
    const rim = Array.from({ length: corners }, (_, index): Point => {
      const angle = (2 * Math.PI * index) / corners;
      return [box.x + (box.width / 2) * (1 + Math.cos(angle)), box.y + (box.height / 2) * (1 + Math.sin(angle))];
    });
    return { rims: [rim], box };
  });
const wishArbitrary = fc.record<LabelWish>({
  width: figure(12, 120),
  height: fc.constant(20),
  anchor: fc.tuple(figure(0, 600), figure(0, 400)),
  distances: fc.constantFrom([24, 44, 70, 100], [0, 30], [14, 30, 60]),
  offMetal: figure(0, 40),
});

const boxOf = ({ width, height }: LabelWish, [x, y]: Point): Rectangle => ({
  x: x - width / 2,
  y: y - height / 2,
  width,
  height,
});
const touch = (a: Rectangle, b: Rectangle): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

test('a label in the open stands beside its anchor, off the metal it belongs to, and in the frame', () => {
  const metal: Metal = {
    rims: [
      [
        [250, 150],
        [350, 150],
        [350, 250],
        [250, 250],
      ],
    ],
    box: { x: 250, y: 150, width: 100, height: 100 },
  };
  const wish: LabelWish = { width: 60, height: 20, anchor: [300, 152], distances: [24, 44, 70], offMetal: 30 };
  const [at] = placeLabels([wish], [metal], FRAME);
  expect(touch(boxOf(wish, at!), metal.box)).toBe(false);
  expect(Math.hypot(at![0] - 300, at![1] - 152)).toBeLessThan(80);
});

test('a shape with a hole is metal around it, and open within', () => {
  const outer: Point[] = [
    [100, 100],
    [500, 100],
    [500, 300],
    [100, 300],
  ];
  const hole: Point[] = [
    [200, 140],
    [400, 140],
    [400, 260],
    [200, 260],
  ];
  const ring: Metal = { rims: [outer, hole], box: { x: 100, y: 100, width: 400, height: 200 } };
  const [at] = placeLabels(
    [{ width: 40, height: 20, anchor: [300, 200], distances: [0, 24, 44], offMetal: 30 }],
    [ring],
    FRAME,
  );
  expect(at).toEqual([300, 200]);
});

test('as many labels as wishes, each where one of its directions leads, near its anchor', () => {
  fc.assert(
    fc.property(
      fc.array(wishArbitrary, { maxLength: 8 }),
      fc.array(metalArbitrary, { maxLength: 4 }),
      (wishes, metals) => {
        const places = placeLabels(wishes, metals, FRAME);
        expect(places).toHaveLength(wishes.length);
        for (const [index, wish] of wishes.entries()) {
          const [x, y] = places[index]!;
          const reach = Math.max(...wish.distances) + Math.hypot(wish.width, wish.height) / 2 + 1e-9;
          expect(Math.hypot(x - wish.anchor[0], y - wish.anchor[1])).toBeLessThanOrEqual(reach);
        }
      },
    ),
    { numRuns: 60 },
  );
});

test('what stands already is stepped around where there is room', () => {
  fc.assert(
    fc.property(figure(150, 450), figure(130, 270), (x, y) => {
      const wish: LabelWish = { width: 40, height: 20, anchor: [x, y], distances: [24, 44, 70], offMetal: 0 };
      const places = placeLabels([wish, wish, wish, wish], [], FRAME);
      const boxes = places.map((at) => boxOf(wish, at));
      for (const [index, box] of boxes.entries())
        for (const other of boxes.slice(index + 1)) expect(touch(box, other)).toBe(false);
    }),
  );
});

test('a point is inside what its line goes round', () => {
  const square: Point[] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ];
  expect([
    insidePolygon(5, 5, square),
    insidePolygon(15, 5, square),
    insidePolygon(-1, 5, square),
    insidePolygon(0, 0, []),
  ]).toEqual([true, false, false, false]);
});
