import identification from '../../data/identification.json';
import { GRADES } from '../catalogue';
import {
  beliefFromRanges,
  compositionSampler,
  drawComposition,
  ELEMENT_COUNT,
  type CompositionBelief,
} from '../composition';
import { stratifiedUniforms } from '../chance';
import {
  DERIVED_COUNT,
  derivePool,
  evaluateLinear,
  linearFormula,
  newFerritePrediction,
  predictFerrite,
} from '../constitution';

/** Compositions drawn from what is believed of a grade, with the features the field tests ask about. */
export interface GradeSamples {
  readonly belief: CompositionBelief;
  readonly count: number;
  /** `count` compositions in element order. */
  readonly compositions: Float64Array;
  readonly md30C: Float64Array;
  /** Ferrite number of the fused composition, cut off at zero. */
  readonly ferriteNumber: Float64Array;
}

const COUNT = identification.samplesPerGrade;
const UNIFORMS = stratifiedUniforms(20260101, COUNT, ELEMENT_COUNT, COUNT);
const MD30 = linearFormula('md30C');

/** Draws the samples of a belief; the same belief always gives the same samples. */
export function drawGradeSamples(belief: CompositionBelief): GradeSamples {
  const compositions = new Float64Array(COUNT * ELEMENT_COUNT);
  const md30C = new Float64Array(COUNT);
  const ferriteNumber = new Float64Array(COUNT);
  const derived = new Float64Array(DERIVED_COUNT);
  const sampler = compositionSampler(belief);
  const prediction = newFerritePrediction();
  for (let sample = 0; sample < COUNT; sample++) {
    const offset = sample * ELEMENT_COUNT;
    drawComposition(sampler, UNIFORMS, offset, compositions, offset);
    md30C[sample] = evaluateLinear(MD30, compositions, offset);
    derivePool(compositions, offset, derived, 0);
    predictFerrite(compositions, offset, derived, 0, prediction);
    ferriteNumber[sample] = Math.max(0, prediction.latentFerriteNumber);
  }
  return { belief, count: COUNT, compositions, md30C, ferriteNumber };
}

const CATALOGUE_BELIEFS: (CompositionBelief | undefined)[] = [];
const CATALOGUE_SAMPLES: (GradeSamples | undefined)[] = [];

/** Belief about a grade known by its catalogue entry only. */
export function catalogueBelief(gradeIndex: number): CompositionBelief {
  return (CATALOGUE_BELIEFS[gradeIndex] ??= beliefFromRanges(GRADES[gradeIndex] as (typeof GRADES)[number]));
}

/** Samples of a grade known by its catalogue entry only; drawn once and kept. */
export function catalogueSamples(gradeIndex: number): GradeSamples {
  return (CATALOGUE_SAMPLES[gradeIndex] ??= drawGradeSamples(catalogueBelief(gradeIndex)));
}
