import { ELEMENT_INDEX, type ElementSymbol } from '../composition';
import data from '../../data/constitution/constants.json';
import formulas from '../../data/constitution/formulas.json';
import { evaluateLinear, linearFormula, type LinearFormulaId } from './linear-formula';

/**
 * Formulas evaluated for every pool, in the order of `DERIVED`, each with the elements its line in `derivePool` reads,
 * in their order there. The coefficients are the data's; that the data names these very elements is checked on loading.
 */
const LINES: readonly (readonly [LinearFormulaId, readonly ElementSymbol[]])[] = [
  ['wrc1992ChromiumEquivalent', ['Cr', 'Mo', 'Nb']],
  ['wrc1992NickelEquivalent', ['Ni', 'C', 'N', 'Cu']],
  ['deLongNickelEquivalent', ['Ni', 'C', 'N', 'Mn']],
  ['schaefflerChromiumEquivalent', ['Cr', 'Mo', 'Si', 'Nb']],
  ['schaefflerNickelEquivalent', ['Ni', 'C', 'Mn']],
  ['hammarSvenssonChromiumEquivalent', ['Cr', 'Mo', 'Si', 'Nb', 'Ti']],
  ['hammarSvenssonNickelEquivalent', ['Ni', 'Mn', 'C', 'N', 'Cu']],
  ['kaltenhauserFactor', ['Cr', 'Si', 'Ti', 'Mo', 'Al', 'Mn', 'Ni', 'C', 'N']],
  ['martensiteStartC', ['Cr', 'Ni', 'Mn', 'Si', 'C', 'N']],
  ['pren', ['Cr', 'Mo', 'N']],
];

/** Ids of the formulas, in the order of `DERIVED`. */
export const POOL_FORMULA_IDS: readonly LinearFormulaId[] = LINES.map(([id]) => id);

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
export const DERIVED_COUNT = LINES.length;

/** Constant and coefficients of every line, one after another, as `derivePool` reads them. */
const K = Float64Array.from(
  LINES.flatMap(([id, elements]) => {
    const { constant, coefficients } = formulas[id] as { constant: number; coefficients: Record<string, number> };
    if (Object.keys(coefficients).sort().join() !== [...elements].sort().join())
      throw new Error(`formula ${id} of the data and its line in derivePool name different elements`);
    return [constant, ...elements.map((element) => coefficients[element] as number)];
  }),
);

/**
 * Computes every equivalent and index the risk mechanisms ask of a pool, without allocating. Written out line by line:
 * a loop over terms takes several times as long.
 * @param vector compositions in element order, mass percent
 * @param offset first position of the pool in `vector`
 * @param target array that receives `DERIVED_COUNT` figures
 * @param targetOffset first position in `target`
 */
export function derivePool(vector: Float64Array, offset: number, target: Float64Array, targetOffset: number): void {
  // Read as records: every position read below exists, and asking each time would cost half the speed.
  const k = K as unknown as Record<number, number> & { readonly length: number };
  const v = vector as unknown as Record<number, number>;
  const C = v[offset + ELEMENT_INDEX.C]!;
  const Mn = v[offset + ELEMENT_INDEX.Mn]!;
  const Si = v[offset + ELEMENT_INDEX.Si]!;
  const Cr = v[offset + ELEMENT_INDEX.Cr]!;
  const Ni = v[offset + ELEMENT_INDEX.Ni]!;
  const Mo = v[offset + ELEMENT_INDEX.Mo]!;
  const N = v[offset + ELEMENT_INDEX.N]!;
  const Cu = v[offset + ELEMENT_INDEX.Cu]!;
  const Nb = v[offset + ELEMENT_INDEX.Nb]!;
  const Ti = v[offset + ELEMENT_INDEX.Ti]!;
  const Al = v[offset + ELEMENT_INDEX.Al]!;
  target[targetOffset] = k[0]! + k[1]! * Cr + k[2]! * Mo + k[3]! * Nb;
  target[targetOffset + 1] = k[4]! + k[5]! * Ni + k[6]! * C + k[7]! * N + k[8]! * Cu;
  target[targetOffset + 2] = k[9]! + k[10]! * Ni + k[11]! * C + k[12]! * N + k[13]! * Mn;
  target[targetOffset + 3] = k[14]! + k[15]! * Cr + k[16]! * Mo + k[17]! * Si + k[18]! * Nb;
  target[targetOffset + 4] = k[19]! + k[20]! * Ni + k[21]! * C + k[22]! * Mn;
  target[targetOffset + 5] = k[23]! + k[24]! * Cr + k[25]! * Mo + k[26]! * Si + k[27]! * Nb + k[28]! * Ti;
  target[targetOffset + 6] = k[29]! + k[30]! * Ni + k[31]! * Mn + k[32]! * C + k[33]! * N + k[34]! * Cu;
  target[targetOffset + 7] =
    k[35]! +
    k[36]! * Cr +
    k[37]! * Si +
    k[38]! * Ti +
    k[39]! * Mo +
    k[40]! * Al +
    k[41]! * Mn +
    k[42]! * Ni +
    k[43]! * C +
    k[44]! * N;
  target[targetOffset + 8] = k[45]! + k[46]! * Cr + k[47]! * Ni + k[48]! * Mn + k[49]! * Si + k[50]! * C + k[51]! * N;
  target[targetOffset + 9] = k[52]! + k[53]! * Cr + k[54]! * Mo + k[55]! * N;
}

const CRACK = linearFormula('unitsOfCrackSusceptibility');

/**
 * Units of crack susceptibility of a carbon-steel weld metal: below 10 good, above 30 poor. Source: Bailey and Jones
 * (1977); EN 1011-2:2001 annex E: 230 C' + 190 S + 75 P + 45 Nb - 12.3 Si - 5.4 Mn - 1, C' at least 0.08.
 */
export function unitsOfCrackSusceptibility(vector: Float64Array, offset = 0): number {
  const { carbon, carbonFloor } = data.unitsOfCrackSusceptibility;
  return (
    carbon * Math.max(carbonFloor, vector[offset + ELEMENT_INDEX.C] as number) + evaluateLinear(CRACK, vector, offset)
  );
}
