import type { JobDetail } from '@variatum/contracts';
import {
  CAST_IRON_SCHOOLS,
  castIronRules,
  isCastIron,
  preparationKey,
  type CastIronRules,
  type CastIronSchool,
} from '@variatum/metallurgy';
import type { LikelyMetal } from './likely-metal';

/** The school by which cast iron in a joint is welded. */
export interface ChosenSchool {
  readonly school: CastIronSchool;
  /** Whether somebody chose it; else it is the usual one. */
  readonly isSaid: boolean;
  readonly rules: CastIronRules;
}

/** The school cast iron among the pieces of a joint is welded by; null: there is none among them. */
export function castIronSchool(
  pieces: readonly { readonly id: string }[],
  metals: ReadonlyMap<string, LikelyMetal>,
  preparation: JobDetail['preparation'],
): ChosenSchool | null {
  const iron = pieces.find(({ id }) => {
    const family = metals.get(id)?.family;
    return family !== undefined && family !== null && isCastIron(family);
  });
  if (!iron) return null;
  const key = preparationKey('cast-iron-school', { piece: iron.id });
  const way = preparation.findLast((one) => one.key === key)?.way;
  const said = CAST_IRON_SCHOOLS.find((school) => school === way);
  const school = said ?? CAST_IRON_SCHOOLS[0];
  return { school, isSaid: said !== undefined, rules: castIronRules(school) };
}
