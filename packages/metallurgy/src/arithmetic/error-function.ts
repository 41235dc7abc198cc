import { exp } from './exponential';

/** Error function, odd, from -1 to 1. Source: 7.1.26 of Abramowitz and Stegun (1964), good to 1.5e-7. */
export function errorFunction(x: number): number {
  const size = Math.abs(x);
  if (size > 5.8) return x < 0 ? -1 : 1;
  const t = 1 / (1 + 0.3275911 * size);
  const series = t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const value = 1 - series * exp(-size * size);
  return x < 0 ? -value : value;
}
