import type { Composition } from '../composition';
import type { GoverningDiagram, SolidificationMode } from '../constitution';
import type { Driver, RiskLevel } from '../risk';
import type { Spread } from '../chance';

/** A risk of one rod over the whole belief. */
export interface RankedRisk {
  readonly mechanism: string;
  readonly title: string;
  readonly level: RiskLevel;
  /** Mean probability-like figure, 0 to 1. */
  readonly probability: number;
  /** Its part of the expected loss. */
  readonly loss: number;
  readonly reason: string;
  readonly remedy: string;
  readonly drivers: readonly Driver[];
  readonly source: string;
}

/** One rod in the ranking. */
export interface RankedRod {
  /** AWS class; null for no rod. */
  readonly rod: string | null;
  readonly expectedLoss: number;
  /** Standard error of the expected loss. */
  readonly standardError: number;
  readonly cost: number;
  readonly ferriteNumber: Spread;
  readonly mode: Readonly<Record<SolidificationMode, number>>;
  readonly governing: GoverningDiagram;
  /** Mean composition of the pool, mass percent. */
  readonly composition: Composition;
  /** Worst level among the risks. */
  readonly worst: RiskLevel;
  readonly risks: readonly RankedRisk[];
}
