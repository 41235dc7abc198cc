import { ELEMENT_INDEX, isElementSymbol } from '../composition';
import formulas from '../../data/constitution/formulas.json';

/** A published formula that is linear in composition: a constant plus a coefficient for each element it names. */
export interface LinearFormula {
  readonly id: LinearFormulaId;
  readonly title: string;
  readonly constant: number;
  /** Positions in a composition vector of the elements it names. */
  readonly positions: Int32Array;
  /** Coefficients, in the order of `positions`. */
  readonly coefficients: Float64Array;
  readonly source: string;
}

/** Names of the linear formulas in the data. */
export type LinearFormulaId = keyof typeof formulas;

/** The data entry of a linear formula, for explanations. */
export function linearFormula(id: LinearFormulaId): LinearFormula {
  const entry = formulas[id];
  const terms = Object.entries(entry.coefficients).map(([symbol, coefficient]) => {
    if (!isElementSymbol(symbol)) throw new Error(`formula ${id} names the unknown element ${symbol}`);
    return [ELEMENT_INDEX[symbol], coefficient] as const;
  });
  return {
    id,
    title: entry.title,
    constant: entry.constant,
    positions: Int32Array.from(terms, ([position]) => position),
    coefficients: Float64Array.from(terms, ([, coefficient]) => coefficient),
    source: entry.source,
  };
}

/** Every linear formula in the data. */
export const LINEAR_FORMULA_IDS = Object.keys(formulas) as LinearFormulaId[];

/**
 * Value of a linear formula for a composition vector.
 * @param vector mass percent in element order
 * @param offset first position of the composition inside a longer array
 */
export function evaluateLinear(formula: LinearFormula, vector: Float64Array, offset = 0): number {
  const { positions, coefficients } = formula;
  let sum = formula.constant;
  for (let term = 0; term < positions.length; term++)
    sum += (coefficients[term] as number) * (vector[offset + (positions[term] as number)] as number);
  return sum;
}
