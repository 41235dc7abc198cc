import { constitution } from '../constitution';
import type { Composition } from '../composition';
import type { MaterialFamily } from './entry';

/**
 * Family of an analysed piece that was given by composition alone. The bounds are the ordinary definitions of the
 * families: 10.5 % chromium makes a stainless steel, 2 % carbon a cast iron.
 */
export function guessFamily(composition: Composition): MaterialFamily {
  const of = (symbol: keyof Composition): number => composition[symbol] ?? 0;
  const iron = 100 - Object.values(composition).reduce((sum, percent) => sum + (percent ?? 0), 0);
  if (of('C') >= 1.8) return of('Ni') > 13 ? 'nickel-cast-iron' : 'cast-iron';
  if (of('Ni') > 30 && of('Ni') > iron) return 'nickel';
  if (of('Cr') < 10.5) return of('Cr') + of('Ni') + of('Mo') > 1 ? 'low-alloy' : 'carbon';
  const { schaeffler, martensiteStartC } = constitution(composition);
  if (of('Ni') < 3 && of('Mn') < 4 && of('N') < 0.12)
    return of('C') >= 0.08 && of('Cr') < 18 ? 'martensitic' : 'ferritic';
  if (of('Cr') > 20 && schaeffler.chromiumEquivalent / Math.max(0.1, schaeffler.nickelEquivalent + 30 * of('N')) > 2)
    return 'duplex';
  if (of('Cu') > 2 && of('Ni') < 6 && of('Cr') < 18) return 'precipitation-hardening';
  if (martensiteStartC > 80 && of('Cr') < 15) return 'martensitic';
  return 'austenitic';
}
