import { weightedQuantile } from '../chance';
import { exp, ln } from '../arithmetic';

/** A share with how sure it is. */
export interface LearntShare {
  readonly mean: number;
  readonly range90: readonly [number, number];
  /** How many were seen. */
  readonly count: number;
}

const CELLS = 400;

/**
 * Beta belief of a share after some of a number were seen to be so.
 * @param prior pseudo-counts that were, and that were not; above 0
 * @param seen how many were, and how many were not; fractions where what was seen is itself only believed
 */
export function learnShare(prior: readonly [number, number], seen: readonly [number, number]): LearntShare {
  const [yes, no] = [prior[0] + seen[0], prior[1] + seen[1]];
  const places = Array.from({ length: CELLS }, (_, index) => (index + 0.5) / CELLS);
  const logs = places.map((share) => (yes - 1) * ln(share) + (no - 1) * ln(1 - share));
  const most = Math.max(...logs);
  const weights = logs.map((one) => exp(one - most));
  return {
    mean: yes / (yes + no),
    range90: [weightedQuantile(places, weights, 0.05), weightedQuantile(places, weights, 0.95)],
    count: seen[0] + seen[1],
  };
}

/**
 * Dirichlet belief of how a kind of thing is made up, after some were confirmed.
 * @param prior pseudo-counts by name, above 0
 * @param seen how many of each were confirmed
 */
export function learnShares(
  prior: Readonly<Record<string, number>>,
  seen: Readonly<Record<string, number>>,
): Readonly<Record<string, LearntShare>> {
  const names = [...new Set([...Object.keys(prior), ...Object.keys(seen)])];
  const before = names.reduce((sum, name) => sum + (prior[name] ?? 0), 0);
  const all = Object.values(seen).reduce((sum, count) => sum + count, 0);
  return Object.fromEntries(
    names.map((name) => {
      // What was never thought of has no share until it is seen.
      const [own, count] = [prior[name] ?? 1e-3, seen[name] ?? 0];
      return [name, { ...learnShare([own, Math.max(1e-3, before - own)], [count, all - count]), count }];
    }),
  );
}
