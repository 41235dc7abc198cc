import { ln } from '../arithmetic';
import data from '../../data/composition.json';
import { ELEMENTS, ELEMENT_INDEX, type Composition, type ElementSymbol } from './elements';
import { impurityBelief, isImpurity } from './impurity-belief';
import { beliefMean, exactBelief, measureBelief, pertBelief, type ElementBelief } from './element-belief';

/** What is believed of a material's composition: one independent belief for each element, in vector order. */
export type CompositionBelief = readonly ElementBelief[];

/** Limits and typical content as a catalogue entry states them. */
export interface CompositionRanges {
  /** Mass percent [low, high]; a high of null is open. Elements that are not limited are absent. */
  readonly limits: { readonly [Element in ElementSymbol]?: readonly [number, number | null] };
  /** Usual content, mass percent. */
  readonly typical: Composition;
}

/** Belief about a material that is only known by its catalogue entry. */
export function beliefFromRanges({ limits, typical }: CompositionRanges): CompositionBelief {
  const { low, high, majorFromPercent, majorSpread } = data.free;
  return ELEMENTS.map((symbol) => {
    const limit = limits[symbol];
    const usual = typical[symbol];
    if (limit) {
      const [least, most] = limit;
      const mode = usual ?? least + data.unstatedShare.value * ((most ?? least) - least);
      if (least === 0 && most !== null && most > mode && isImpurity(symbol)) return impurityBelief(mode, most);
      return pertBelief(least, mode, most ?? mode + (mode - least));
    }
    if (usual === undefined) return exactBelief(0);
    if (usual > majorFromPercent) return pertBelief(usual * (1 - majorSpread), usual, usual * (1 + majorSpread));
    return pertBelief(usual * low, usual, usual * high);
  });
}

/** Belief that a composition is known exactly, as from a certificate. */
export function exactComposition(composition: Composition): CompositionBelief {
  return ELEMENTS.map((symbol) => exactBelief(composition[symbol] ?? 0));
}

/** Scatter of a measuring instrument: one standard deviation by element, mass percent. */
export type ReadingSigma = { readonly [Element in ElementSymbol]?: number };

/** A reading weighed against a belief. */
export interface MeasuredComposition {
  readonly belief: CompositionBelief;
  /** Natural logarithm of the evidence relative to a perfect hit in every element. */
  readonly logEvidence: number;
}

/**
 * Weighs a belief by an analysis. Elements the instrument does not report (no sigma) are left as they were.
 * @param reading mass percent by symbol
 */
export function measureComposition(
  belief: CompositionBelief,
  reading: Composition,
  sigma: ReadingSigma,
): MeasuredComposition {
  let logEvidence = 0;
  const measured = [...belief];
  for (const symbol of ELEMENTS) {
    const percent = reading[symbol];
    const scatter = sigma[symbol];
    if (percent === undefined || scatter === undefined) continue;
    const index = ELEMENT_INDEX[symbol];
    const result = measureBelief(belief[index] as ElementBelief, percent, scatter);
    measured[index] = result.belief;
    logEvidence += ln(Math.max(result.evidence, 1e-30));
  }
  return { belief: measured, logEvidence };
}

/** Mean composition of a belief. */
export function meanComposition(belief: CompositionBelief): Composition {
  const mean: Partial<Record<ElementSymbol, number>> = {};
  ELEMENTS.forEach((symbol, index) => {
    const percent = beliefMean(belief[index] as ElementBelief);
    if (percent > 0) mean[symbol] = percent;
  });
  return mean;
}
