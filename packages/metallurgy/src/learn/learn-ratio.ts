import data from '../../data/learning.json';
import { exp, ln } from '../arithmetic';

/** What is reckoned and then seen: how long gas takes, how long work takes. */
export type RatioKind = 'purge' | 'minutes';

/** How what was seen stands to what was reckoned, in one workshop. */
export interface LearntRatio {
  /** Middle, and its 90 % range; 1: as reckoned. */
  readonly factor: number;
  readonly range90: readonly [number, number];
  /** 90 % range before anything was seen. */
  readonly prior90: readonly [number, number];
  readonly count: number;
}

const HALF_90 = 1.645;

/**
 * Ratio of what was seen to what was reckoned: normal on its logarithm, between workshops and within one.
 * @param seen ratios; what is too far from 1 to be the same work says nothing
 */
export function learnRatio(kind: RatioKind, seen: readonly number[]): LearntRatio {
  const { betweenShops, withinShop } = data.ratios[kind];
  const { odd } = data.ratios;
  const logs = seen.filter((ratio) => ratio > 1 / odd && ratio < odd).map((ratio) => ln(ratio));
  const precision = 1 / betweenShops ** 2 + logs.length / withinShop ** 2;
  const mean = logs.reduce((sum, log) => sum + log, 0) / withinShop ** 2 / precision;
  const range = (middle: number, sigma: number) =>
    [exp(middle - HALF_90 * sigma), exp(middle + HALF_90 * sigma)] as const;
  return {
    factor: exp(mean),
    range90: range(mean, Math.sqrt(1 / precision)),
    prior90: range(0, betweenShops),
    count: logs.length,
  };
}
