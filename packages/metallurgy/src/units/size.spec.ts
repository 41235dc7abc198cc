import fc from 'fast-check';
import sizes from '../../data/sizes.json';
import { FORMS } from '../piece';
import { readSize } from './size';
import { sizesOf } from './size-table';

describe('sizes as shops say them', () => {
  test.each([
    ['42.4 x 2 mm tube', 42.4, 2],
    ['42,4×2', 42.4, 2],
    ['28 mm bar, 5 mm wall at the joint', 28, 5],
    ['1 1/2 in x 16 ga', 38.1, 1.651],
    ['1 1/2 x .065 in tube', 38.1, 1.651],
    ['1" x 0.065"', 25.4, 1.651],
    ['2 in sch 10 pipe', 60.325, 2.7686],
    ['pipe NPS 1 schedule 160', 33.401, 6.35],
  ])('%s', (text, outside, wall) => {
    const size = readSize(text);
    expect(size?.outsideMm).toBeCloseTo(outside, 3);
    expect(size?.wallMm).toBeCloseTo(wall, 3);
  });
  test('a solid round has no wall, a flat piece no diameter', () => {
    expect(readSize('28 mm bar')).toEqual({ outsideMm: 28, understood: expect.stringContaining('28 mm') });
    expect(readSize('ø 28')?.outsideMm).toBe(28);
    expect(readSize('16 ga sheet')?.wallMm).toBeCloseTo(1.5875, 4);
    expect(readSize('16 ga sheet', 'mm', 'sheet-carbon')?.wallMm).toBeCloseTo(1.5189, 3);
    expect(readSize('1.5 mm sheet')?.outsideMm).toBeUndefined();
  });
  test.each(['', 'big', 'tube', '10 x 6 mm', '40 x 40 x 3 mm', '2 in sch 17', '5000 x 2 mm'])(
    'is not guessed at: "%s"',
    (text) => expect(readSize(text)).toBeUndefined(),
  );
  test('any tube whose wall fits into it reads back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 30000 }), fc.integer({ min: 10, max: 600 }), (outside, wall) => {
        const size = readSize(`${outside / 10} x ${wall / 100} mm`);
        if (wall / 50 >= outside / 10) expect(size).toBeUndefined();
        else expect([size?.outsideMm, size?.wallMm]).toEqual([outside / 10, wall / 100]);
      }),
    );
  });
});

describe('size tables for picking', () => {
  test('every form answers, every size is understood and thinner than half its diameter', () => {
    for (const form of FORMS)
      for (const unit of ['mm', 'in'] as const)
        for (const { outsideMm, wallMm } of sizesOf(form, unit)) {
          expect(outsideMm ?? wallMm).toBeGreaterThan(0);
          if (outsideMm !== undefined && wallMm !== undefined) expect(wallMm * 2).toBeLessThan(outsideMm);
        }
  });
  test('tube, pipe, sheet, plate and bar have sizes; a casting has none', () => {
    for (const form of ['tube', 'pipe', 'sheet', 'strip', 'plate', 'bar'])
      expect(sizesOf(form, 'mm').length).toBeGreaterThan(10);
    expect(sizesOf('casting', 'mm')).toEqual([]);
    expect(sizesOf(null, 'mm')).toEqual([]);
  });
  test('a tube is listed in the user’s unit first', () => {
    expect(sizesOf('tube', 'mm')[0]?.text).toContain('mm');
    expect(sizesOf('tube', 'in')[0]?.text).toContain('in');
  });
  test('every table says where it comes from', () => {
    for (const table of [sizes.pipe, sizes.flat, sizes.round, ...Object.values(sizes.tube)])
      expect(table.source.length).toBeGreaterThan(20);
  });
});
