import { ramp } from '../arithmetic';
import service from '../../data/service.json';
import type { CatalogueEntry, MaterialFamily, StabilisationRule } from '../catalogue';
import { ELEMENT_INDEX } from '../composition';
import type { PieceCondition, Coating } from '../piece';
import { fromJson } from '../from-json';

/** What the mechanisms must know of a base metal besides its composition. */
export interface Material {
  readonly id: string;
  readonly family: MaterialFamily;
  readonly scalingLimitC: number;
  /** Chance that it works hot when the service is not stated, 0 to 1. */
  readonly hotUse: number;
  readonly stabilisation: StabilisationRule | undefined;
}

/** One piece of one sample. */
export interface PieceSample {
  readonly material: Material;
  /** Composition in element order, mass percent. */
  readonly composition: Float64Array;
  readonly coating: Coating;
  /** State it came in; undefined when not stated. */
  readonly condition?: PieceCondition | undefined;
  readonly thicknessMm: number;
}

/** Material facts of a catalogue entry. */
export function materialOf(entry: Pick<CatalogueEntry, 'id' | 'family' | 'scalingLimitC' | 'stabilisation'>): Material {
  return {
    id: entry.id,
    family: entry.family,
    scalingLimitC: entry.scalingLimitC,
    hotUse: fromJson<Readonly<Record<string, number>>>(service.hotUse)[entry.id] ?? 0.02,
    stabilisation: entry.stabilisation,
  };
}

/**
 * How far a composition meets a grade's stabilisation rule, 0 to 1; grades without a rule are not stabilised. The rule
 * binds the mill's heat; a sample a little below it still behaves as stabilised.
 */
export function stabilisedShare(rule: StabilisationRule | undefined, composition: Float64Array): number {
  if (!rule) return 0;
  let have = 0;
  for (const element of rule.elements) have += composition[ELEMENT_INDEX[element]] as number;
  let need = rule.offset;
  for (const element of rule.of) need += rule.factor * (composition[ELEMENT_INDEX[element]] as number);
  return need <= 0 ? 1 : ramp(have / need, 0.6, 0.9);
}
