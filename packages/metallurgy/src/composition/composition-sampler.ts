import type { CompositionBelief } from './composition-belief';
import { beliefQuantile, type ElementBelief } from './element-belief';
import { ELEMENT_COUNT } from './elements';

/** Equal-probability steps of a sampler's quantile table; finer than the cells of a belief. */
const STEPS = 128;

/**
 * A belief made ready for drawing: the quantiles of every element that varies in one table, so that a draw is one
 * look-up and one interpolation.
 */
export interface CompositionSampler {
  /** Composition with every exact element in place, mass percent in element order. */
  readonly exact: Float64Array;
  /** Positions of the elements that vary. */
  readonly varying: Int32Array;
  /** Quantiles at 0, 1/STEPS … 1 for each varying element, one row after another. */
  readonly quantiles: Float64Array;
}

function build(belief: CompositionBelief): CompositionSampler {
  const exact = new Float64Array(ELEMENT_COUNT);
  const varying: number[] = [];
  belief.forEach((element, index) => {
    if (element.cumulative.length === 0) exact[index] = element.low;
    else varying.push(index);
  });
  const quantiles = new Float64Array(varying.length * (STEPS + 1));
  varying.forEach((index, row) => {
    for (let step = 0; step <= STEPS; step++)
      quantiles[row * (STEPS + 1) + step] = beliefQuantile(belief[index] as ElementBelief, step / STEPS);
  });
  return { exact, varying: Int32Array.from(varying), quantiles };
}

const BUILT = new WeakMap<CompositionBelief, CompositionSampler>();

/** The sampler of a belief; built once for each. */
export function compositionSampler(belief: CompositionBelief): CompositionSampler {
  let sampler = BUILT.get(belief);
  if (!sampler) BUILT.set(belief, (sampler = build(belief)));
  return sampler;
}

/**
 * Draws one composition into `target` at `offset` from a row of uniform numbers, one for each element. Allocates
 * nothing.
 * @param uniforms array holding the row, each in [0, 1); `uniformOffset` is its first position
 */
export function drawComposition(
  sampler: CompositionSampler,
  uniforms: Float64Array,
  uniformOffset: number,
  target: Float64Array,
  offset: number,
): void {
  const { exact, varying, quantiles } = sampler;
  for (let index = 0; index < exact.length; index++) target[offset + index] = exact[index] as number;
  for (let row = 0; row < varying.length; row++) {
    const index = varying[row] as number;
    const place = (uniforms[uniformOffset + index] as number) * STEPS;
    const step = place | 0;
    const at = row * (STEPS + 1) + step;
    const below = quantiles[at] as number;
    target[offset + index] = below + (place - step) * ((quantiles[at + 1] as number) - below);
  }
}
