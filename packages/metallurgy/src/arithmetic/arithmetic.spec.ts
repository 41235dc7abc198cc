import fc from 'fast-check';
import { exp } from './exponential';
import { hypotenuse, ln, log2, power, tanh } from './logarithm';

const close = (actual: number, expected: number, relative = 1e-14): void =>
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(relative * Math.abs(expected));

test('agree with the engine’s own within rounding', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -700, max: 700, noNaN: true }),
      fc.double({ min: 1e-300, max: 1e300, noNaN: true }),
      (x, positive) => {
        close(exp(x), Math.exp(x));
        close(ln(positive), Math.log(positive), 1e-14);
        expect(Math.abs(tanh(x) - Math.tanh(x))).toBeLessThan(1e-14);
      },
    ),
    { numRuns: 2000 },
  );
  fc.assert(
    fc.property(fc.double({ min: 1e-6, max: 1e3, noNaN: true }), fc.double({ min: -8, max: 8, noNaN: true }), (x, y) =>
      close(power(x, y), x ** y, 1e-12),
    ),
    { numRuns: 2000 },
  );
});

test('are what they must be at the edges', () => {
  expect(exp(0)).toBe(1);
  close(exp(1), Math.E, 3e-16);
  expect(exp(-Infinity)).toBe(0);
  expect(exp(800)).toBe(Infinity);
  expect(exp(Number.NaN)).toBeNaN();
  expect(ln(1)).toBe(0);
  expect(ln(0)).toBe(-Infinity);
  expect(ln(-1)).toBeNaN();
  close(ln(5e-324), Math.log(5e-324));
  expect(log2(8)).toBeCloseTo(3, 14);
  expect(power(0, 3)).toBe(0);
  expect(power(7, 0)).toBe(1);
  expect(hypotenuse(3, 4)).toBe(5);
});

test('known bytes: these must never change from one engine to another', () => {
  const bits = (value: number): string => Buffer.from(new Float64Array([value]).buffer).toString('hex');
  const figures = [exp(0.1), exp(-3.7), exp(12.34), ln(0.3), ln(17.5), power(1.7, 2.3), tanh(0.4)];
  expect(figures.map(bits)).toEqual([
    'd4005ab3c7aef13f',
    '441087c61f51993f',
    'f0f5cf9dafe90b41',
    '21a7bdfc7843f3bf',
    '4a655193c9e50640',
    'eab4dc460c1c0b40',
    'd642c2731551d83f',
  ]);
});
