import data from '../../data/heat-treatment.json';
import { fromJson } from '../from-json';

/** Schools of welding cast iron, by their ids on the preparation list; the first is taken where nobody said which. */
export const CAST_IRON_SCHOOLS = ['cold', 'hot'] as const;
export type CastIronSchool = (typeof CAST_IRON_SCHOOLS)[number];

/** What a school asks for. */
export interface CastIronRules {
  /** Most the metal may be before any bead, °C; null: no limit. */
  readonly everyRunC: number | null;
  /** Longest bead, mm; null: as long as the hand goes. */
  readonly mostRunMm: number | null;
  /** Whether every bead is peened while it is hot. */
  readonly isPeened: boolean;
  /** From and to at which the whole casting is held until the weld is done, °C; null: it is not heated. */
  readonly heldC: readonly [number, number] | null;
}

/** What a school of cast iron asks for. */
export const castIronRules = (school: CastIronSchool): CastIronRules => fromJson<CastIronRules>(data.castIron[school]);
