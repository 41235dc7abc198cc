import figures from '../../data/risks/corrosion-match.json';
import { rampOver } from '../arithmetic';
import { ELEMENT_INDEX } from '../composition';

/**
 * Pitting resistance equivalent, Cr + 3.3 Mo + 16 N.
 * @param molybdenumFactor part of the molybdenum that counts, 0 to 1: less where it segregates
 */
export const prenOf = (composition: Float64Array, molybdenumFactor = 1): number =>
  (composition[ELEMENT_INDEX.Cr] as number) +
  3.3 * molybdenumFactor * (composition[ELEMENT_INDEX.Mo] as number) +
  16 * (composition[ELEMENT_INDEX.N] as number);

/** Pitting resistance equivalent of a base metal; sulphides of free-machining grades start pits and take from it. */
export function pittingResistance(composition: Float64Array): number {
  const { sulphur: range, perPercent, atMost } = figures.sulphidePren;
  const sulphur = composition[ELEMENT_INDEX.S] as number;
  return prenOf(composition) - Math.min(atMost, perPercent * sulphur) * rampOver(sulphur, range);
}
