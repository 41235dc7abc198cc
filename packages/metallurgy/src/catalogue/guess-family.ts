import { rampOver } from '../arithmetic';
import bounds from '../../data/family-by-analysis.json';
import { constitution } from '../constitution';
import type { Composition } from '../composition';
import type { MaterialFamily } from './entry';

/** How far an analysis belongs to a family. */
export interface FamilyShare {
  readonly family: MaterialFamily;
  /** 0 to 1; the shares of one analysis sum to 1. */
  readonly share: number;
}

const under = (value: number, pair: readonly number[]): number => 1 - rampOver(value, pair);

/**
 * Families of a piece that was given by analysis alone, likeliest first. Near a bound it counts for both, so that no
 * small change of an analysis makes another metal of it; the bounds are in the data.
 * @param composition mass percent by symbol
 */
export function familyShares(composition: Composition): readonly FamilyShare[] {
  const of = (symbol: keyof Composition): number => composition[symbol] ?? 0;
  const iron = 100 - Object.values(composition).reduce((sum, percent) => sum + (percent ?? 0), 0);
  const { castIron, nickelAlloy, stainless, lowAlloy, ferriticOrMartensitic: lean, martensitic, duplex } = bounds;
  const hardening = bounds.precipitationHardening;
  const shares = new Map<MaterialFamily, number>();
  let left = 1;
  /** Takes a share of what is left for a family, or for several that part it among them. */
  const take = (share: number, families: Partial<Record<MaterialFamily, number>>): void => {
    for (const [family, part] of Object.entries(families) as [MaterialFamily, number][])
      if (left * share * part > 0) shares.set(family, (shares.get(family) ?? 0) + left * share * part);
    left *= 1 - share;
  };
  const rich = rampOver(of('Ni'), castIron.nickelRich);
  take(rampOver(of('C'), castIron.carbon), { 'nickel-cast-iron': rich, 'cast-iron': 1 - rich });
  take(rampOver(of('Ni'), nickelAlloy.nickel) * rampOver(of('Ni') - iron, nickelAlloy.overIron), { nickel: 1 });
  const alloyed = rampOver(of('Cr') + of('Ni') + of('Mo'), lowAlloy.chromiumNickelMolybdenum);
  take(under(of('Cr'), stainless.chromium), { 'low-alloy': alloyed, carbon: 1 - alloyed });
  if (left > 0) {
    const { wrc1992, martensiteStartC } = constitution(composition);
    const hard = rampOver(of('C'), martensitic.carbon) * under(of('Cr'), martensitic.chromium);
    take(
      under(of('Ni'), lean.nickel) *
        under(of('Mn'), lean.manganese) *
        (1 - rampOver(of('N'), lean.nitrogen) * rampOver(of('Ni'), lean.withNickel)),
      { martensitic: hard, ferritic: 1 - hard },
    );
    take(rampOver(of('Cr'), duplex.chromium) * rampOver(wrc1992.ferriteNumber, duplex.ferriteNumber), { duplex: 1 });
    take(
      rampOver(of('Cu'), hardening.copper) * under(of('Ni'), hardening.nickel) * under(of('Cr'), hardening.chromium),
      {
        'precipitation-hardening': 1,
      },
    );
    const { martensiteStartC: start, chromium } = martensitic.soft;
    take(rampOver(martensiteStartC, start) * under(of('Cr'), chromium), { martensitic: 1 });
    take(1, { austenitic: 1 });
  }
  return [...shares.entries()]
    .map(([family, share]) => ({ family, share }))
    .sort((first, second) => second.share - first.share);
}

/** The family an analysis belongs to most. */
export const guessFamily = (composition: Composition): MaterialFamily =>
  (familyShares(composition)[0] as FamilyShare).family;
