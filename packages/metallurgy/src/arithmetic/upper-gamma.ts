import { exp } from './exponential';
import { ln } from './logarithm';

const LANCZOS = [
  676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
] as const;
const HALF_LN_TWO_PI = 0.9189385332046727;
const STEPS = 400;
const SMALL = 1e-300;

/** Natural logarithm of the gamma function. @param a above 0.5 */
function lnGamma(a: number): number {
  const x = a - 1;
  const sum = LANCZOS.reduce((total, term, index) => total + term / (x + index + 1), 0.99999999999980993);
  const t = x + LANCZOS.length - 0.5;
  return HALF_LN_TWO_PI + (x + 0.5) * ln(t) - t + ln(sum);
}

/**
 * Regularised upper incomplete gamma function Γ(a, x)/Γ(a): series below a + 1, continued fraction above; relative
 * error below 1e-12. The same to the last bit on every machine.
 * @param a shape, 0.5 to 1000
 * @param x 0 or more
 * Source: Press, Teukolsky, Vetterling, Flannery, Numerical Recipes, chapter 6.2.
 */
export function upperGamma(a: number, x: number): number {
  if (x <= 0) return 1;
  const scale = exp(-x + a * ln(x) - lnGamma(a));
  if (x < a + 1) {
    let term = 1 / a;
    let sum = term;
    for (let n = 1; n < STEPS && Math.abs(term) > sum * 1e-15; n++) {
      term *= x / (a + n);
      sum += term;
    }
    return 1 - sum * scale;
  }
  let b = x + 1 - a;
  let c = 1 / SMALL;
  let d = 1 / b;
  let fraction = d;
  for (let n = 1; n < STEPS; n++) {
    const factor = -n * (n - a);
    b += 2;
    d = factor * d + b;
    d = 1 / (Math.abs(d) < SMALL ? SMALL : d);
    c = b + factor / c;
    c = Math.abs(c) < SMALL ? SMALL : c;
    fraction *= d * c;
    if (Math.abs(d * c - 1) < 1e-14) break;
  }
  return scale * fraction;
}
