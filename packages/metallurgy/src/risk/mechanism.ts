import type { RiskSample } from './risk-sample';

/** Words for how bad a risk is. */
export type RiskLevel = 'low' | 'watch' | 'high' | 'do-not';

/** A quantity that drives a mechanism. */
export interface Driver {
  readonly name: string;
  readonly value: number;
  readonly unit: string;
  /** Limit it is held against, in the same unit, where there is one. */
  readonly limit?: number;
}

/** What a mechanism says of one pool. */
export interface Explanation {
  readonly drivers: readonly Driver[];
  /** One sentence: what happens and why. */
  readonly reason: string;
  /** What would reduce it. */
  readonly remedy: string;
}

/** A way a repair weld fails. */
export interface RiskMechanism {
  /** Kebab-case name of the file. */
  readonly id: string;
  readonly title: string;
  /** Probability-like figure for one pool, 0 to 1. Called in the hot loop: must not allocate. */
  probability(sample: RiskSample): number;
  /** Words and numbers for one pool. */
  explain(sample: RiskSample): Explanation;
  /** Probability from which the advice is "do not"; undefined where it never is. */
  readonly doNotFrom?: number;
  readonly source: string;
}
