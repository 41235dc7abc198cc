import type { Confidence } from '../catalogue';
import type { ElementSymbol } from '../composition';
import type { Material } from './material';
import type { Place, RiskSample } from './risk-sample';

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

/** A change of what a mechanism costs with what the part must live through. */
export interface SeverityAdjustment {
  readonly when: {
    readonly environment?: readonly string[];
    readonly pressure?: boolean;
    readonly vibration?: boolean;
    readonly permanence?: string;
  };
  readonly factor: number;
}

/** What it costs when a mechanism strikes. */
export interface Severity {
  /** Loss, 1 is a part lost. */
  readonly base: number;
  readonly reason: string;
  readonly adjust: readonly SeverityAdjustment[];
  /** Where more passes make it worse: the base grows with the thickness over this one, up to so many times. */
  readonly byThickness?: { readonly referenceMm: number; readonly atMost: number };
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

/**
 * Whose a risk is. `bead`: it depends on the weld metal, so that rods differ in it. `joint`: it follows from pieces,
 * preparation and service alone, is the same for every rod, and never decides between them.
 */
export type RiskScope = 'bead' | 'joint';

/** A way a repair weld fails. */
export interface RiskMechanism {
  /** Kebab-case name of the file, and of its figures in `data/risks`. */
  readonly id: string;
  readonly title: string;
  readonly scope: RiskScope;
  /**
   * Whether the worst place of the weld decides (root, fill, arc strayed to the plain steel): a crack anywhere is a
   * crack. Left out, the bulk of the weld does.
   */
  readonly anywhere?: true;
  /** Mechanisms of one kin shade into one another; whether the advice is "do not" is judged by their sum. */
  readonly kin?: string;
  /** Probability-like figure for one pool, 0 to 1. Called in the hot loop: must not allocate. */
  probability(sample: RiskSample): number;
  /** Whether it is said before any rod where it is high; left out, it is one of the risks. */
  readonly isSaidFirst?: true;
  /** Whether it is told of a bead however unlikely it is; left out, it never is. */
  shownAnyway?(bead: Bead): boolean;
  /** Words and numbers for one pool. */
  explain(sample: RiskSample): Explanation;
  /** Probability from which the advice is "do not"; undefined where it never is. */
  readonly doNotFrom?: number;
  /** What it costs when it strikes. */
  readonly severity: Severity;
  readonly source: string;
  readonly confidence: Confidence;
}

const WHERE: Readonly<Record<Place, string>> = {
  fill: '',
  root: 'In the root, where most base metal is melted, ',
  'to-steel': 'Where the arc strays to the plain steel, ',
  'to-nickel': 'Where the arc strays to the nickel alloy, ',
};

/** Opening words of a reason that say in what place of the weld it holds; the bulk of the weld needs none. */
export const whereOf = ({ place }: RiskSample): string => WHERE[place];

/** A reason that may stand alone or behind `whereOf`: its first letter made large where it stands alone. */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
