import { exp, ln } from '../arithmetic';
import data from '../../data/composition.json';
import { exactBelief, fromWeights, CELLS, type ElementBelief } from './element-belief';
import type { ElementSymbol } from './elements';

const { symbols, limitQuantileDeviate } = data.impurities;
const IMPURITIES: ReadonlySet<string> = new Set(symbols);

/** Whether an element is there because it could not be kept out: its content is spread log-normally. */
export const isImpurity = (symbol: ElementSymbol): boolean => IMPURITIES.has(symbol);

/**
 * Belief about an impurity: log-normal about its usual content, so that a steel may be dirty but seldom comes near the
 * limit of its standard. (A PERT density would put its mean well above what mills deliver.)
 * @param typical median, mass percent, above 0
 * @param limit the standard's limit, mass percent, above `typical`: 995 heats of 1000 keep below it
 */
export function impurityBelief(typical: number, limit: number): ElementBelief {
  if (!(typical > 0 && limit > typical)) return exactBelief(Math.max(0, typical));
  const sigma = ln(limit / typical) / limitQuantileDeviate;
  const low = typical * exp(-limitQuantileDeviate * sigma);
  const weights = new Float64Array(CELLS);
  for (let cell = 0; cell < CELLS; cell++) {
    const percent = low + ((limit - low) * (cell + 0.5)) / CELLS;
    const z = ln(percent / typical) / sigma;
    weights[cell] = exp(-0.5 * z * z) / percent;
  }
  return fromWeights(low, limit, weights);
}
