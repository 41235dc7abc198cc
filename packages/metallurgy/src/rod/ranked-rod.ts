import type { Composition } from '../composition';
import type { GoverningDiagram, SolidificationMode } from '../constitution';
import type { Confidence, FillerForm } from '../catalogue';
import type { Driver, RiskLevel, RiskScope } from '../risk';
import type { Spread } from '../chance';

/** A risk of one rod over the whole belief. */
export interface RankedRisk {
  readonly mechanism: string;
  readonly title: string;
  /** Whose it is: the bead's, or the joint's, which no rod changes. */
  readonly scope: RiskScope;
  readonly level: RiskLevel;
  /** Mean probability-like figure, 0 to 1. */
  readonly probability: number;
  /** Its part of the expected loss. */
  readonly loss: number;
  readonly reason: string;
  readonly remedy: string;
  readonly drivers: readonly Driver[];
  readonly source: string;
  readonly confidence: Confidence;
}

/** One rod in the ranking. */
export interface RankedRod {
  /** AWS class; null for no rod. */
  readonly rod: string | null;
  /** The bare filler whose kind of weld metal it lays; absent for no rod. */
  readonly deposit?: string;
  readonly form?: FillerForm;
  /** The same weld metal in other forms for this process. */
  readonly otherForms: readonly { readonly rod: string; readonly form: FillerForm }[];
  readonly expectedLoss: number;
  /** Standard error of the expected loss. */
  readonly standardError: number;
  readonly cost: number;
  readonly ferriteNumber: Spread;
  readonly mode: Readonly<Record<SolidificationMode, number>>;
  readonly governing: GoverningDiagram;
  /** Mean composition of the pool, mass percent. */
  readonly composition: Composition;
  /** Worst level among the risks of the bead. */
  readonly worst: RiskLevel;
  readonly risks: readonly RankedRisk[];
}
