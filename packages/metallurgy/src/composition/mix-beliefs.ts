import type { CompositionBelief } from './composition-belief';
import { beliefQuantile, exactBelief, pertBelief } from './element-belief';

/** Quantiles that stand for the low, the usual and the high end of a belief. */
const ENDS = { low: 0.05, usual: 0.5, high: 0.95 };

/**
 * Belief about a mixture of two materials whose mixing fraction is itself a range: each element between the mixtures of
 * the low and of the high ends. Elements stay independent, which a mixture's are not quite.
 * @param fraction of `second`: lowest, most likely, highest, 0 to 1
 */
export function mixBeliefs(
  first: CompositionBelief,
  second: CompositionBelief,
  fraction: { readonly min: number; readonly mode: number; readonly max: number },
): CompositionBelief {
  return first.map((own, index) => {
    const other = second[index] as typeof own;
    const at = (quantile: number, share: number): number =>
      (1 - share) * beliefQuantile(own, quantile) + share * beliefQuantile(other, quantile);
    const usual = at(ENDS.usual, fraction.mode);
    const ends = [fraction.min, fraction.max].flatMap((share) => [at(ENDS.low, share), at(ENDS.high, share)]);
    const low = Math.min(usual, ...ends);
    const high = Math.max(usual, ...ends);
    return high - low < 1e-9 ? exactBelief(usual) : pertBelief(low, usual, high);
  });
}
