import data from '../../data/learning.json';
import { exp } from '../arithmetic';
import { findRod, notInCatalogue, RODS } from '../catalogue';
import { stratifiedUniforms } from '../chance';
import { beliefFromRanges, compositionSampler, drawComposition, ELEMENT_COUNT } from '../composition';
import { DERIVED_COUNT, derivePool, newFerritePrediction, predictFerrite } from '../constitution';
import { FaultCollector, InputError, type FieldPath } from '../errors';
import { isWithin, LIMITS } from '../piece';
import { mixPool } from '../pool';
import { gaugeSigma, pieceBelief, type PieceInput } from '../rod';
import { logistic } from './logit';

/** A bead whose ferrite was measured. */
export interface MeasuredBead {
  readonly parents: readonly PieceInput[];
  /** Share of each parent in what was melted; all alike where left out. */
  readonly shares?: readonly number[] | undefined;
  /** A fused weld has no dilution: a rod it must be. */
  readonly rod: string;
  /** FN by gauge. */
  readonly measuredFn: number;
}

/** Places at which dilution is weighed, on its logit. */
export const LOGITS: readonly number[] = (({ from, to, steps }) =>
  Array.from({ length: steps }, (_, index) => from + ((to - from) * index) / (steps - 1)))(data.dilution.logit);
/** Dilution at each of them. */
export const DILUTIONS = LOGITS.map(logistic);

/** Checks a bead. @throws InputError naming every faulty field */
export function checkBead({ parents, shares, rod, measuredFn }: MeasuredBead, path: FieldPath): void {
  const faults = new FaultCollector();
  const { errors } = faults;
  if (parents.length === 0) errors.push({ path: [...path, 'parents'], message: 'give what was melted' });
  parents.forEach((parent, index) => faults.attempt(() => pieceBelief(parent, [...path, 'parents', index])));
  const sum = (shares ?? [1]).reduce((total, share) => total + share, 0);
  if (shares && (shares.length !== parents.length || Math.abs(sum - 1) > 1e-6 || shares.some((share) => !(share >= 0))))
    errors.push({ path: [...path, 'shares'], message: 'give one share for each parent; they sum to 1' });
  if (!findRod(rod)) errors.push({ path: [...path, 'rod'], message: notInCatalogue(rod, RODS) });
  if (!isWithin(measuredFn, LIMITS.ferriteNumber))
    errors.push({ path: [...path, 'measuredFn'], message: `give ${LIMITS.ferriteNumber.join(' to ')} FN` });
  if (errors.length > 0) throw new InputError(errors);
}

/**
 * Ferrite the same metals and rod come to over dilution, for draws of what they are within their grades: draws x
 * `LOGITS`.
 */
export interface FerriteOverDilution {
  readonly latent: Float64Array;
  /** Scatter of the diagram there, FN. */
  readonly sigma: Float64Array;
}

/** Draws ferrite over dilution. @param bead a checked one; what its gauge showed does not count */
export function ferriteOverDilution({ parents, shares, rod }: MeasuredBead, seed: number): FerriteOverDilution {
  const { draws } = data.dilution;
  const beliefs = parents.map((parent) => pieceBelief(parent, []));
  const filler = compositionSampler(beliefFromRanges(findRod(rod)!));
  const rows = parents.length + 1;
  const width = ELEMENT_COUNT + 1;
  const uniforms = stratifiedUniforms(seed, draws, rows * width, draws);
  const [base, one, metal, pool] = Array.from({ length: 4 }, () => new Float64Array(ELEMENT_COUNT)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const derived = new Float64Array(DERIVED_COUNT);
  const prediction = newFerritePrediction();
  const [latent, sigma] = [new Float64Array(draws * LOGITS.length), new Float64Array(draws * LOGITS.length)];
  for (let draw = 0; draw < draws; draw++) {
    base.fill(0);
    beliefs.forEach(({ candidates }, parent) => {
      const offset = (draw * rows + parent) * width;
      let left = uniforms[offset + ELEMENT_COUNT] as number;
      const candidate = candidates.find(({ probability }) => (left -= probability) < 0) ?? candidates[0]!;
      drawComposition(compositionSampler(candidate.belief), uniforms, offset, one, 0);
      const share = shares?.[parent] ?? 1 / parents.length;
      for (let element = 0; element < ELEMENT_COUNT; element++)
        base[element] = (base[element] as number) + share * (one[element] as number);
    });
    drawComposition(filler, uniforms, (draw * rows + parents.length) * width, metal, 0);
    DILUTIONS.forEach((dilution, at) => {
      mixPool(metal, 0, base, 0, dilution, pool);
      derivePool(pool, 0, derived, 0);
      predictFerrite(pool, 0, derived, 0, prediction);
      latent[draw * LOGITS.length + at] = prediction.latentFerriteNumber;
      sigma[draw * LOGITS.length + at] = prediction.sigma;
    });
  }
  return { latent, sigma };
}

/**
 * Likelihood of a bead's ferrite over dilution: over draws of its metals, with the scatter of the diagram and of the
 * gauge. What all beads of the same metals share of the diagram's scatter is kept apart, so that many of them do not
 * make it go away.
 * @returns likelihood at each of `LOGITS`, for each bias of the diagram: biases x logits
 */
export function beadLikelihood({ latent, sigma }: FerriteOverDilution, measuredFn: number): readonly Float64Array[] {
  const { biases, sharedScatter, odd, draws } = data.dilution;
  const table = biases.map(() => new Float64Array(LOGITS.length));
  for (let place = 0; place < latent.length; place++) {
    const [ferrite, scatter] = [latent[place] as number, sigma[place] as number];
    const own = Math.sqrt((1 - sharedScatter) * scatter * scatter + gaugeSigma(Math.max(0, ferrite)) ** 2);
    const at = place % LOGITS.length;
    biases.forEach((bias, row) => {
      const expected = Math.max(0, ferrite + bias * Math.sqrt(sharedScatter) * scatter);
      const z = (measuredFn - expected) / own;
      const likelihoods = table[row] as Float64Array;
      likelihoods[at] = (likelihoods[at] as number) + exp(-0.5 * Math.min(700, z * z)) / own;
    });
  }
  // Now and then a gauge is read wrong, or a bead is another one than was said: what nothing explains says nothing.
  const normal = (1 - odd.share) / (draws * Math.sqrt(2 * Math.PI));
  return table.map((likelihoods) => likelihoods.map((sum) => normal * sum + odd.share / odd.overFn));
}
