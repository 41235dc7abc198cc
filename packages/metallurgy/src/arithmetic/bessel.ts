import { exp } from './exponential';
import { ln } from './logarithm';

/**
 * Modified Bessel function K0 for x above 0; Infinity at 0. Source: polynomials 9.8.1, 9.8.5 and 9.8.6 of Abramowitz
 * and Stegun, Handbook of Mathematical Functions (1964), good to 2e-7.
 */
export function besselK0(x: number): number {
  if (x <= 0) return Infinity;
  if (x <= 2) {
    const t = (x * x) / 14.0625;
    const i0 =
      1 + t * (3.5156229 + t * (3.0899424 + t * (1.2067492 + t * (0.2659732 + t * (0.0360768 + t * 0.0045813)))));
    const y = (x * x) / 4;
    return (
      -ln(x / 2) * i0 -
      0.57721566 +
      y * (0.4227842 + y * (0.23069756 + y * (0.0348859 + y * (0.00262698 + y * (0.0001075 + y * 0.0000074)))))
    );
  }
  const z = 2 / x;
  const series =
    1.25331414 +
    z * (-0.07832358 + z * (0.02189568 + z * (-0.01062446 + z * (0.00587872 + z * (-0.0025154 + z * 0.00053208)))));
  return (exp(-x) / Math.sqrt(x)) * series;
}
