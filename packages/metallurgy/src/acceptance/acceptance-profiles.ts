import data from '../../data/acceptance.json';

/** Deepest heat tint a profile takes, in the order the colours come. */
export type TintLimit = 'none' | 'straw' | 'gold' | 'purple' | 'blue' | 'any';

/** What a finished weld must keep to. */
export interface AcceptanceProfile {
  readonly id: string;
  readonly name: string;
  readonly undercutMm: number;
  readonly reinforcementMm: number;
  readonly highLowMm: number;
  readonly tint: TintLimit;
  readonly ferriteMin: number;
  readonly ferriteMax: number;
  readonly note: string;
}

/** Colours a profile may draw its line at, palest first. */
export const TINT_LIMITS = data.tints as readonly { readonly id: TintLimit; readonly title: string }[];

/** Profiles a workshop starts from; estimates, no standard's limits. */
export const STARTING_PROFILES = data.profiles as readonly AcceptanceProfile[];
