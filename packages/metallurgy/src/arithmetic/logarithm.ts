import { exp } from './exponential';

const LN2_HIGH = 6.9314718036912381649e-1;
const LN2_LOW = 1.90821492927058770002e-10;

const DOUBLE = new Float64Array(1);
const WORDS = new Uint32Array(DOUBLE.buffer);
DOUBLE[0] = 1;
// Which half holds sign and exponent depends on the machine's byte order.
const HIGH = WORDS[1] === 0 ? 0 : 1;

/**
 * Natural logarithm, the same to the last bit on every machine; relative error below 3e-16. See `exp` for why.
 * @param x 0 or more; 0 gives minus infinity, a negative number no number
 */
export function ln(x: number): number {
  if (!(x > 0)) return x === 0 ? -Infinity : Number.NaN;
  if (x === Infinity) return x;
  let k = 0;
  // Numbers too small for a full mantissa are lifted first.
  if (x < 2.2250738585072014e-308) {
    k = -54;
    x *= 18014398509481984;
  }
  DOUBLE[0] = x;
  const high = WORDS[HIGH] as number;
  k += (high >>> 20) - 1023;
  const mantissa = high & 0xfffff;
  // Brings the mantissa between the root of one half and the root of two.
  const step = (mantissa + 0x95f64) & 0x100000;
  WORDS[HIGH] = mantissa | (step ^ 0x3ff00000);
  k += step >>> 20;
  const f = (DOUBLE[0] as number) - 1;
  const s = f / (2 + f);
  const z = s * s;
  const w = z * z;
  const even = w * (3.999999999940941908e-1 + w * (2.222219843214978396e-1 + w * 1.531383769920937332e-1));
  const odd =
    z *
    (6.66666666666673513e-1 +
      w * (2.857142874366239149e-1 + w * (1.818357216161805012e-1 + w * 1.479819860511658591e-1)));
  const half = 0.5 * f * f;
  return k * LN2_HIGH - (half - (s * (half + (even + odd)) + k * LN2_LOW) - f);
}

/** Logarithm to base two; as `ln`. */
export function log2(x: number): number {
  return ln(x) / 0.6931471805599453;
}

/**
 * x to the power y for x of 0 or more, the same to the last bit on every machine. The relative error grows with the
 * size of the result's logarithm, about 1e-16 for each.
 */
export function power(x: number, y: number): number {
  if (y === 0) return 1;
  if (x === 0) return y > 0 ? 0 : Infinity;
  return exp(y * ln(x));
}

/** Hyperbolic tangent; as `exp`. */
export function tanh(x: number): number {
  const e = exp(-2 * Math.abs(x));
  const size = (1 - e) / (1 + e);
  return x < 0 ? -size : size;
}

/** Length of a right triangle's long side, without regard to overflow. */
export function hypotenuse(a: number, b: number): number {
  return Math.sqrt(a * a + b * b);
}

/** A number times itself. */
export function square(x: number): number {
  return x * x;
}
