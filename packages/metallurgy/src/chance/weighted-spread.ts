import type { Spread } from './spread';

/** Value below which a share of the weight lies. @param values not empty @param share 0 to 1 */
export function weightedQuantile(values: readonly number[], weights: readonly number[], share: number): number {
  const order = values
    .map((_, index) => index)
    .sort((one, other) => (values[one] as number) - (values[other] as number));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  let below = 0;
  for (const index of order) {
    below += weights[index] as number;
    if (below >= share * total) return values[index] as number;
  }
  return values[order.at(-1) as number] as number;
}

/** Median and 90 % range of weighted values. */
export const weightedSpread = (values: readonly number[], weights: readonly number[]): Spread => ({
  median: weightedQuantile(values, weights, 0.5),
  range90: [weightedQuantile(values, weights, 0.05), weightedQuantile(values, weights, 0.95)],
});
