import { ELEMENT_INDEX } from '../composition';
import constants from '../../data/constitution/constants.json';
import { evaluateLinear, linearFormula, type LinearFormulaId } from './linear-formula';

const IN_LOOP: readonly LinearFormulaId[] = [
  'wrc1992ChromiumEquivalent',
  'wrc1992NickelEquivalent',
  'deLongNickelEquivalent',
  'schaefflerChromiumEquivalent',
  'schaefflerNickelEquivalent',
  'hammarSvenssonChromiumEquivalent',
  'hammarSvenssonNickelEquivalent',
  'kaltenhauserFactor',
  'martensiteStartC',
  'pren',
];
const FORMULAS = IN_LOOP.map(linearFormula);

/** Positions of the derived figures of a pool inside a row written by `derivePool`. */
export const DERIVED = Object.freeze({
  wrcChromium: 0,
  wrcNickel: 1,
  deLongNickel: 2,
  schaefflerChromium: 3,
  schaefflerNickel: 4,
  hammarChromium: 5,
  hammarNickel: 6,
  kaltenhauser: 7,
  martensiteStartC: 8,
  pren: 9,
});

/** Length of a row of derived figures. */
export const DERIVED_COUNT = FORMULAS.length;

/**
 * Computes every equivalent and index the risk mechanisms ask of a pool, without allocating.
 * @param vector compositions in element order, mass percent
 * @param offset first position of the pool in `vector`
 * @param target array that receives `DERIVED_COUNT` figures
 * @param targetOffset first position in `target`
 */
export function derivePool(vector: Float64Array, offset: number, target: Float64Array, targetOffset: number): void {
  for (let index = 0; index < FORMULAS.length; index++)
    target[targetOffset + index] = evaluateLinear(FORMULAS[index] as (typeof FORMULAS)[number], vector, offset);
}

const CRACK = linearFormula('unitsOfCrackSusceptibility');

/**
 * Units of crack susceptibility of a carbon-steel weld metal: below 10 good, above 30 poor.
 * Source: Bailey and Jones (1977); EN 1011-2:2001 annex E: 230 C' + 190 S + 75 P + 45 Nb - 12.3 Si - 5.4 Mn - 1, C' at least 0.08.
 */
export function unitsOfCrackSusceptibility(vector: Float64Array, offset = 0): number {
  const { carbon, carbonFloor } = constants.unitsOfCrackSusceptibility;
  return (
    carbon * Math.max(carbonFloor, vector[offset + ELEMENT_INDEX.C] as number) + evaluateLinear(CRACK, vector, offset)
  );
}
