import type { ElementSymbol } from '../composition';
import type { Material } from './material';
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

/** A bead as a whole, over everything its pieces may be. */
export interface Bead {
  readonly withRod: boolean;
  /** Mean content of an element, mass percent. */
  meanPercent(element: ElementSymbol): number;
  readonly pieces: readonly {
    readonly candidates: readonly { readonly material: Material; readonly probability: number }[];
  }[];
}

/** A way a repair weld fails. */
export interface RiskMechanism {
  /** Kebab-case name of the file. */
  readonly id: string;
  readonly title: string;
  /** Probability-like figure for one pool, 0 to 1. Called in the hot loop: must not allocate. */
  probability(sample: RiskSample): number;
  /** Whether it is told of a bead however unlikely it is; left out, it never is. */
  shownAnyway?(bead: Bead): boolean;
  /** Words and numbers for one pool. */
  explain(sample: RiskSample): Explanation;
  /** Probability from which the advice is "do not"; undefined where it never is. */
  readonly doNotFrom?: number;
  readonly source: string;
}
