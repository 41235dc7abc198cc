import type { Composition, CompositionRanges } from '../composition';

/** How sure we are of an entry: recalled and cross-checked, recalled once, or an estimate. */
export type Confidence = 'high' | 'medium' | 'low';

/**
 * Families of base metal and filler metal; each behaves alike at the magnet, in the heat-affected zone and under load.
 */
export type MaterialFamily =
  | 'austenitic'
  | 'ferritic'
  | 'martensitic'
  | 'precipitation-hardening'
  | 'duplex'
  | 'cast-austenitic'
  | 'cast-martensitic'
  | 'cast-duplex'
  | 'carbon'
  | 'low-alloy'
  | 'cast-iron'
  | 'nickel-cast-iron'
  | 'nickel'
  | 'light-metal'
  | 'copper-alloy'
  | 'zinc-alloy'
  | 'titanium';

/** A rule that a stabilised grade fulfils: sum of `elements` >= offset + factor x sum of `of`, mass percent. */
export interface StabilisationRule {
  readonly elements: readonly (keyof Composition)[];
  readonly factor: number;
  readonly of: readonly (keyof Composition)[];
  readonly offset: number;
}

/** What every catalogue entry states. */
export interface CatalogueEntry extends CompositionRanges {
  /** Plain designation, unique in its list. */
  readonly id: string;
  readonly names: {
    readonly uns?: string;
    readonly en?: string;
    readonly iso?: string;
    readonly specification?: string;
    readonly also?: readonly string[];
  };
  readonly family: MaterialFamily;
  readonly stabilisation?: StabilisationRule;
  /** Continuous service limit in air, °C, an estimate for plain scaling. */
  readonly scalingLimitC: number;
  readonly source: string;
  readonly confidence: Confidence;
}
