import { exp } from './exponential';
/** Logistic step from 0 to 1 about a center; width is the distance over which the odds change by a factor e. */
export function step(value: number, center: number, width: number): number {
  return 1 / (1 + exp((center - value) / width));
}

/** Linear ramp from 0 at `from` to 1 at `to`. */
export function ramp(value: number, from: number, to: number): number {
  return value <= from ? 0 : value >= to ? 1 : (value - from) / (to - from);
}

/** As `ramp`, between the two figures of a pair as data state it. */
export const rampOver = (value: number, pair: readonly number[]): number =>
  ramp(value, pair[0] as number, pair[1] as number);

/** Chance that at least one of two independent things happens. */
export function either(first: number, second: number): number {
  return first + second - first * second;
}
