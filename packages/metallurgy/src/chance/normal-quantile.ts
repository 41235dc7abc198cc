import { ln } from '../arithmetic';
/**
 * Standard normal deviate of a probability in (0, 1); absolute error below 4.5e-4.
 * Rational approximation 26.2.23 of Abramowitz and Stegun, Handbook of Mathematical Functions (1964).
 */
export function normalQuantile(probability: number): number {
  const tail = probability < 0.5 ? probability : 1 - probability;
  const t = Math.sqrt(-2 * ln(tail < 1e-300 ? 1e-300 : tail));
  const deviate = t - (2.515517 + t * (0.802853 + t * 0.010328)) / (1 + t * (1.432788 + t * (0.189269 + t * 0.001308)));
  return probability < 0.5 ? -deviate : deviate;
}
