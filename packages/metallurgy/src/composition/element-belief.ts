import { exp, hypotenuse, ln } from '../arithmetic';
/** Number of cells of an element belief; even cells of a PERT density resolve a hand-held reading's scatter. */
export const CELLS = 96;

/**
 * What is believed of one element's content: a piecewise-constant density over equal cells between two limits.
 * A belief of zero width is an exact value.
 */
export interface ElementBelief {
  /** Lower edge of the first cell, mass percent. */
  readonly low: number;
  /** Upper edge of the last cell, mass percent. */
  readonly high: number;
  /** Cumulative probability at the upper edge of each cell; empty for an exact value. */
  readonly cumulative: Float64Array;
}

/** Belief that a content is known exactly. */
export function exactBelief(percent: number): ElementBelief {
  return { low: percent, high: percent, cumulative: new Float64Array(0) };
}

/** Belief from a weight for each of `CELLS` even cells between two limits. */
export function fromWeights(low: number, high: number, weights: Float64Array): ElementBelief {
  let total = 0;
  for (const weight of weights) total += weight;
  let sum = 0;
  const cumulative = weights.map((weight) => (sum += weight / total));
  cumulative[cumulative.length - 1] = 1;
  return { low, high, cumulative };
}

/**
 * Belief with a PERT density: a beta density on [low, high] with its mode at `typical` and shape parameter 4
 * (Malcolm, Roseboom, Clark and Fazar, Operations Research 7 (1959), 646).
 */
export function pertBelief(low: number, typical: number, high: number): ElementBelief {
  if (!(high > low)) return exactBelief(typical);
  const mode = (typical - low) / (high - low);
  const alpha = 4 * mode;
  const beta = 4 * (1 - mode);
  const weights = new Float64Array(CELLS);
  for (let cell = 0; cell < CELLS; cell++) {
    const t = (cell + 0.5) / CELLS;
    weights[cell] = exp(alpha * ln(t) + beta * ln(1 - t));
  }
  return fromWeights(low, high, weights);
}

/** Content at a cumulative probability, linear inside a cell. */
export function beliefQuantile(belief: ElementBelief, probability: number): number {
  const { low, high, cumulative } = belief;
  const cells = cumulative.length;
  if (cells === 0) return low;
  let lower = 0;
  let upper = cells - 1;
  while (lower < upper) {
    const middle = (lower + upper) >> 1;
    if ((cumulative[middle] as number) < probability) lower = middle + 1;
    else upper = middle;
  }
  const before = lower === 0 ? 0 : (cumulative[lower - 1] as number);
  const width = (cumulative[lower] as number) - before;
  const inside = width > 0 ? (probability - before) / width : 0.5;
  return low + ((high - low) * (lower + Math.min(1, Math.max(0, inside)))) / cells;
}

/** Mean content of a belief, mass percent. */
export function beliefMean(belief: ElementBelief): number {
  const cells = belief.cumulative.length;
  if (cells === 0) return belief.low;
  let mean = 0;
  let before = 0;
  for (let cell = 0; cell < cells; cell++) {
    const after = belief.cumulative[cell] as number;
    mean += (after - before) * (belief.low + ((belief.high - belief.low) * (cell + 0.5)) / cells);
    before = after;
  }
  return mean;
}

/** Variance of the content of a belief, squared mass percent. */
export function beliefVariance(belief: ElementBelief): number {
  const cells = belief.cumulative.length;
  if (cells === 0) return 0;
  const mean = beliefMean(belief);
  let variance = 0;
  let before = 0;
  for (let cell = 0; cell < cells; cell++) {
    const after = belief.cumulative[cell] as number;
    const gap = belief.low + ((belief.high - belief.low) * (cell + 0.5)) / cells - mean;
    variance += (after - before) * gap * gap;
    before = after;
  }
  return variance;
}

/** Outcome of weighing a belief by a measurement. */
export interface MeasuredBelief {
  /** Belief after the measurement. */
  readonly belief: ElementBelief;
  /** Evidence relative to a perfect hit: 1 when the reading stands where the belief does, towards 0 far away. */
  readonly evidence: number;
}

/**
 * Weighs a belief by a Gaussian reading (Bayes' rule, cell by cell).
 * @param reading mass percent as read
 * @param sigma one standard deviation of the reading, mass percent, above 0
 */
export function measureBelief(belief: ElementBelief, reading: number, sigma: number): MeasuredBelief {
  const density = (percent: number): number => {
    const z = (reading - percent) / sigma;
    return exp(-0.5 * z * z);
  };
  const cells = belief.cumulative.length;
  if (cells === 0) return { belief, evidence: density(belief.low) };
  const weights = new Float64Array(cells);
  let evidence = 0;
  let before = 0;
  const step = (belief.high - belief.low) / cells;
  // A narrow reading on a wide cell would slip between midpoints: spread it over the cell.
  const wide = hypotenuse(sigma, step / 2);
  for (let cell = 0; cell < cells; cell++) {
    const after = belief.cumulative[cell] as number;
    const z = (reading - belief.low - step * (cell + 0.5)) / wide;
    const weight = (after - before) * exp(-0.5 * z * z) * (sigma / wide);
    weights[cell] = weight;
    evidence += weight;
    before = after;
  }
  if (!(evidence > 1e-280)) return { belief, evidence: 0 };
  return { belief: fromWeights(belief.low, belief.high, weights), evidence };
}
