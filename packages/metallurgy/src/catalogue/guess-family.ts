import bounds from '../../data/family-by-analysis.json';
import { constitution } from '../constitution';
import type { Composition } from '../composition';
import type { MaterialFamily } from './entry';

/**
 * Family of an analysed piece that was given by composition alone; the bounds are in the data.
 * @param composition mass percent by symbol
 */
export function guessFamily(composition: Composition): MaterialFamily {
  const of = (symbol: keyof Composition): number => composition[symbol] ?? 0;
  const iron = 100 - Object.values(composition).reduce((sum, percent) => sum + (percent ?? 0), 0);
  const { castIron, nickelAlloy, stainless, lowAlloy, ferriticOrMartensitic, martensitic, duplex } = bounds;
  const hardening = bounds.precipitationHardening;

  if (of('C') >= castIron.carbonFrom) return of('Ni') > castIron.nickelRichFrom ? 'nickel-cast-iron' : 'cast-iron';
  if (of('Ni') > nickelAlloy.nickelFrom && of('Ni') > iron) return 'nickel';
  if (of('Cr') < stainless.chromiumFrom)
    return of('Cr') + of('Ni') + of('Mo') > lowAlloy.chromiumNickelMolybdenumFrom ? 'low-alloy' : 'carbon';

  const { wrc1992, martensiteStartC } = constitution(composition);
  const leanInAusteniteFormers =
    of('Ni') < ferriticOrMartensitic.nickelBelow &&
    of('Mn') < ferriticOrMartensitic.manganeseBelow &&
    (of('N') < ferriticOrMartensitic.nitrogenBelow || of('Ni') < ferriticOrMartensitic.orNickelBelow);
  if (leanInAusteniteFormers)
    return of('C') >= martensitic.carbonFrom && of('Cr') < martensitic.chromiumBelow ? 'martensitic' : 'ferritic';
  if (of('Cr') > duplex.chromiumFrom && wrc1992.ferriteNumber > duplex.ferriteNumberFrom) return 'duplex';
  if (of('Cu') > hardening.copperFrom && of('Ni') < hardening.nickelBelow && of('Cr') < hardening.chromiumBelow)
    return 'precipitation-hardening';
  const soft = martensitic.soft;
  if (martensiteStartC > soft.martensiteStartFromC && of('Cr') < soft.chromiumBelow) return 'martensitic';
  return 'austenitic';
}
