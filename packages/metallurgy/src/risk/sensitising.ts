import { power, ramp } from '../arithmetic';
import figures from '../../data/risks/sensitisation.json';
import { ELEMENT_INDEX } from '../composition';
import { sensitisationMinutes } from '../constitution';

/**
 * Carbon left after niobium and titanium have taken theirs, mass percent, by the working ratios of stabilised grades.
 */
export function freeCarbon(composition: Float64Array): number {
  const carbon = composition[ELEMENT_INDEX.C] as number;
  const bound =
    (composition[ELEMENT_INDEX.Nb] as number) / figures.stabiliserPerCarbon.Nb +
    (composition[ELEMENT_INDEX.Ti] as number) / figures.stabiliserPerCarbon.Ti;
  return Math.max(0, carbon - bound);
}

/**
 * Shortest time at the worst temperature that sensitises austenitic metal, minutes: by its free carbon, slower with
 * molybdenum and with more chromium to start from.
 * @param composition mass percent in element order
 */
export function minutesToSensitise(composition: Float64Array): number {
  const free = freeCarbon(composition);
  const [none, some] = figures.stabilisedFree as [number, number];
  // Stabilised metal: what carbon is left is too little to rob a boundary of chromium.
  const stabilised = power(figures.stabilisedFactor, 1 - ramp(free, none, some));
  const { ramp: of, factor } = figures.molybdenum;
  const molybdenum = 1 + (factor - 1) * ramp(composition[ELEMENT_INDEX.Mo] as number, of[0] as number, of[1] as number);
  const chromium = power(10, Math.max(0, (composition[ELEMENT_INDEX.Cr] as number) - 18.5) / figures.chromiumDecade);
  return sensitisationMinutes(free) * molybdenum * stabilised * chromium;
}
