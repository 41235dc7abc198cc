import type { Process } from '../catalogue';
import type { JointFit, JointType, Technique } from '../joint';

/** Stages of a job that take minutes. */
export const QUOTE_STAGES = ['look', 'prepare', 'purge', 'weld', 'cool', 'clean', 'inspect', 'travel'] as const;
export type QuoteStage = (typeof QUOTE_STAGES)[number];

/** A joint as it is priced; what is left out is taken as usual and widens the answer. */
export interface QuotedJoint {
  readonly type: JointType;
  /** Length that is welded, mm. */
  readonly lengthMm: number;
  readonly thicknessMm: readonly number[];
  readonly technique?: Technique | undefined;
  readonly process?: Process | undefined;
  readonly fit?: Partial<JointFit> | undefined;
  /** null: fused without a rod. */
  readonly rodMm?: number | null | undefined;
  readonly passes?: number | undefined;
  /** How fast the hand goes along it, mm/s. */
  readonly travelMmPerS?: number | undefined;
  /** Minutes its arcs burnt, where they were logged; they go before what is reckoned. */
  readonly arcMinutes?: number | undefined;
  /** Minutes somebody waits between its runs until the metal is cool. */
  readonly waitMinutes?: number | undefined;
  /** Gas behind it: litres and minutes until it may be welded, and what is held while it is. */
  readonly purge?:
    { readonly litres: number; readonly minutes: number; readonly holdLpm?: number | undefined } | undefined;
}

/** What things cost a workshop; what is null is left out of the sum, and said. */
export interface QuoteRates {
  readonly currency: string;
  readonly labourPerHour: number | null;
  readonly leastCharge: number | null;
  readonly callOut: number | null;
  readonly gasPerCubicMetre: number | null;
  readonly rodPerKg: number | null;
  readonly discEach: number | null;
  readonly tungstenEach: number | null;
  /** Added to what material cost, percent. */
  readonly materialMarkupPercent: number | null;
  /** Added to the whole, percent. */
  readonly marginPercent: number | null;
}

/** No rate is known. */
export const NO_RATES: QuoteRates = {
  currency: '',
  labourPerHour: null,
  leastCharge: null,
  callOut: null,
  gasPerCubicMetre: null,
  rodPerKg: null,
  discEach: null,
  tungstenEach: null,
  materialMarkupPercent: null,
  marginPercent: null,
};

/** Minutes somebody knows better: a figure, or one with its range. */
export type KnownMinutes = number | { readonly median: number; readonly range90: readonly [number, number] };

/** A job as it is priced. */
export interface QuoteQuestion {
  readonly joints: readonly QuotedJoint[];
  /** How many pieces are looked at; two for the first joint and one for each further one where left out. */
  readonly pieces?: number | undefined;
  readonly rates: QuoteRates;
  readonly stages?: Readonly<Partial<Record<QuoteStage, KnownMinutes>>> | undefined;
  /** How long stages take in this workshop against what is usual; 1 where left out. */
  readonly pace?: Readonly<Partial<Record<QuoteStage, number>>> | undefined;
}
