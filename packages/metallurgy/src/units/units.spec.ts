import fc from 'fast-check';
import sizes from '../../data/sizes.json';
import { formatFlow, formatTemperature, readFlow, readTemperature } from './flow-and-temperature';
import { formatLength, readLength, readNumber } from './length';
import { isGiven, known, NOT_GIVEN } from './quantity';

const mm = (text: string, ...rest: never[]): number | undefined => readLength(text, ...rest)?.mm;

describe('lengths as shops write them', () => {
  test.each([
    ['1/16"', 1.5875],
    ['.065', 1.651],
    ['0.065 in', 1.651],
    ['1.65 mm', 1.65],
    ['1,65', 1.65],
    ['65 thou', 1.651],
    ['1 1/2 in', 38.1],
    ['1-1/2"', 38.1],
    ['2 cm', 20],
    ['16 ga', 1.5875],
    ['2 in sch 10', 2.7686],
    ['NPS 1/2 schedule 40S', 2.7686],
    ['1 1/4" pipe sch 5', 1.651],
  ])('%s', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 3));

  test('a gauge number means another thickness for carbon steel and for tube', () => {
    expect(readLength('16 ga', 'mm', 'sheet-carbon')?.mm).toBeCloseTo(1.5189, 3);
    expect(readLength('16 ga', 'mm', 'tube')?.mm).toBeCloseTo(1.651, 3);
    expect(readLength('16 ga')?.understood).toContain('stainless sheet');
  });
  test('a bare number is in the user’s unit, a fraction or a leading point is inches', () => {
    expect(mm('2')).toBe(2);
    expect(readLength('2', 'in')?.mm).toBeCloseTo(50.8, 6);
    expect(mm('1/4')).toBeCloseTo(6.35, 6);
  });
  test('a pipe names its outside diameter too', () => {
    expect(readLength('2 in sch 10')?.outsideMm).toBeCloseTo(60.325, 3);
  });
  test.each(['', 'thick', '1/0"', '12 half', '3 furlongs', '99 ga', '2 in sch 17', '--4', '1.2.3'])(
    'is not guessed at: "%s"',
    (text) => expect(readLength(text)).toBeUndefined(),
  );
  test('what is shown is understood again as the same length', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 250, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (length, unit) => {
          const again = readLength(formatLength(length, unit));
          expect(Math.abs((again?.mm ?? 0) - length)).toBeLessThan(unit === 'mm' ? 0.0051 : 0.0255);
        },
      ),
    );
  });
  test('fractions read as numbers', () => {
    expect(readNumber('3/8')).toBe(0.375);
    expect(readNumber('2 3/8')).toBe(2.375);
    expect(readNumber('five')).toBeUndefined();
  });
});

describe('size tables', () => {
  test('gauges grow thinner with their number', () => {
    for (const { inches } of Object.values(sizes.gauges)) {
      const walls = Object.entries(inches)
        .sort(([a], [b]) => Number(a) - Number(b))
        .map(([, wall]) => wall);
      walls.slice(1).forEach((wall, index) => expect(wall).toBeLessThan(walls[index] as number));
    }
  });
  test('pipe grows with its size, walls with their schedule, and no wall is thicker than a third of the pipe', () => {
    let outside = 0;
    for (const [, { outsideInches, wallInches }] of Object.entries(sizes.pipe.sizes).sort(
      ([a], [b]) => (readNumber(a) ?? 0) - (readNumber(b) ?? 0),
    )) {
      expect(outsideInches).toBeGreaterThan(outside);
      outside = outsideInches;
      const walls = Object.values(wallInches) as number[];
      walls.slice(1).forEach((wall, index) => expect(wall).toBeGreaterThan(walls[index] as number));
      expect(Math.max(...walls)).toBeLessThan(outside / 3);
    }
  });
});

describe('flow and temperature', () => {
  test('flow in either unit', () => {
    expect(readFlow('15 cfh')?.value).toBeCloseTo(7.079, 2);
    expect(readFlow('7 l/min')?.value).toBe(7);
    expect(readFlow('7')?.value).toBe(7);
    expect(readFlow('15', 'cfh')?.value).toBeCloseTo(7.079, 2);
    expect(readFlow('a lot')).toBeUndefined();
    expect(formatFlow(7.079, 'cfh')).toBe('15 cfh');
  });
  test('temperature in either unit', () => {
    expect(readTemperature('300 F')?.value).toBeCloseTo(148.9, 1);
    expect(readTemperature('-20')?.value).toBe(-20);
    expect(readTemperature('−40 °F')?.value).toBeCloseTo(-40, 6);
    expect(readTemperature('150°C')?.value).toBe(150);
    expect(readTemperature('212', '°F')?.value).toBeCloseTo(100, 6);
    expect(readTemperature('hot')).toBeUndefined();
    expect(formatTemperature(100, '°F')).toBe('212 °F');
  });
});

test('what was typed counts as given, understood or not', () => {
  expect(isGiven(NOT_GIVEN)).toBe(false);
  expect(isGiven(known(0))).toBe(true);
  expect(isGiven({ value: null, typed: 'about so thick' })).toBe(true);
});
