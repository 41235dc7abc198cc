import { isOnSeam, stretchesOf } from './seam-places';

const ring = { kind: 'ring', lengthMm: 180 } as const;
const line = { kind: 'line', lengthMm: 300 } as const;

test('stretches are kept in degrees of a ring and mm of a line; what is not on the seam counts for nothing', () => {
  expect(
    stretchesOf(ring, [
      { from: 120, to: 240 },
      { from: 300, to: 60 },
    ]),
  ).toEqual([
    { fromMm: 60, toMm: 120 },
    { fromMm: 150, toMm: 30 },
  ]);
  expect(stretchesOf(line, [{ from: 10, to: 50 }])).toEqual([{ fromMm: 10, toMm: 50 }]);
  expect(stretchesOf(ring, [{ from: 0, to: 2970 }])).toEqual([]);
  expect(stretchesOf(line, [{ from: 290, to: 400 }])).toEqual([]);
  expect([isOnSeam(ring, { fromMm: 150, toMm: 180 }), isOnSeam(line, { fromMm: 290, toMm: 400 })]).toEqual([
    true,
    false,
  ]);
});
