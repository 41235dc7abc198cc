import choice from '../../data/choice.json';
import {
  beliefQuantile,
  compositionSampler,
  drawComposition,
  ELEMENT_COUNT,
  pertBelief,
  type CompositionSampler,
  type ElementBelief,
} from '../composition';
import { normalQuantile, stratifiedUniforms } from '../chance';
import { coatingShare } from '../piece';
import type { Joint, ShareRange } from '../joint';
import { factsOf, type PieceFacts, type PieceSample, type RiskSample } from '../risk';
import type { Service } from '../service';
import type { PieceBelief, PieceCandidate } from './piece';

/**
 * Everything of a Monte Carlo run that no rod changes: the same for every rod, so that differences between rods are not
 * noise.
 */
export interface PoolSamples {
  readonly count: number;
  /** Melted base metal of each sample, `count` x elements, mass percent. */
  readonly base: Float64Array;
  /** Dilution with a rod, 0 to 1. */
  readonly dilution: Float64Array;
  /** Nitrogen picked up from the air, mass percent. */
  readonly nitrogen: Float64Array;
  /** Standard normal deviate of the diagram scatter. */
  readonly scatter: Float64Array;
  /** Standard normal deviate of the martensite start. */
  readonly startScatter: Float64Array;
  /** Uniform numbers from which every rod draws its composition, `count` x elements. */
  readonly rodUniforms: Float64Array;
  /** Pieces of each sample. */
  readonly pieces: readonly (readonly PieceSample[])[];
  /** What the mechanisms ask of those pieces together. */
  readonly facts: readonly PieceFacts[];
  /** Candidate chosen for each piece of each sample, `count` x pieces. */
  readonly candidateIndex: Int32Array;
}

const shareBelief = ({ min, mode, max }: ShareRange): ElementBelief => pertBelief(min, mode, max);

/**
 * Draws the rod-independent part of a run. Longer runs extend shorter ones with the same seed.
 * @param count samples, a multiple of the block in the data for full stratification
 * @param fixed candidate to use for a piece instead of drawing one, for the rod x hypothesis matrix
 */
export function drawPoolSamples(
  pieces: readonly PieceBelief[],
  joint: Joint,
  seed: number,
  count: number,
  fixed?: { readonly piece: number; readonly candidate: number },
): PoolSamples {
  const perPiece = 2 + ELEMENT_COUNT;
  const dimensions = pieces.length * perPiece + ELEMENT_COUNT + 4;
  const uniforms = stratifiedUniforms(seed, count, dimensions, choice.sampling.block);
  const base = new Float64Array(count * ELEMENT_COUNT);
  const dilution = new Float64Array(count);
  const nitrogen = new Float64Array(count);
  const scatter = new Float64Array(count);
  const startScatter = new Float64Array(count);
  const rodUniforms = new Float64Array(count * ELEMENT_COUNT);
  const candidateIndex = new Int32Array(count * pieces.length);
  const compositions = new Float64Array(count * pieces.length * ELEMENT_COUNT);
  const sampled: PieceSample[][] = [];
  const samplers = pieces.map(({ candidates }) => candidates.map(({ belief }) => compositionSampler(belief)));
  const cumulative = pieces.map(({ candidates }) => cumulate(candidates));
  const shareBeliefs = joint.shares.map(shareBelief);
  const dilutionBelief = shareBelief(joint.dilution);
  const nitrogenBelief = shareBelief(joint.nitrogen);
  const shares = new Float64Array(pieces.length);

  for (let sample = 0; sample < count; sample++) {
    const row = sample * dimensions;
    const own: PieceSample[] = [];
    let shareSum = 0;
    pieces.forEach((piece, index) => {
      const at = row + index * perPiece;
      const chosen =
        fixed?.piece === index ? fixed.candidate : pick(cumulative[index] as Float64Array, uniforms[at] as number);
      const candidate = piece.candidates[chosen] as PieceCandidate;
      const offset = (sample * pieces.length + index) * ELEMENT_COUNT;
      drawComposition(samplers[index]?.[chosen] as CompositionSampler, uniforms, at + 2, compositions, offset);
      candidateIndex[sample * pieces.length + index] = chosen;
      own.push({
        material: candidate.material,
        composition: compositions.subarray(offset, offset + ELEMENT_COUNT),
        coating: candidate.coating,
        condition: piece.condition,
        thicknessMm: joint.thicknessMm[index] as number,
      });
      const share = beliefQuantile(shareBeliefs[index] as ElementBelief, uniforms[at + 1] as number);
      shares[index] = share;
      shareSum += share;
    });
    for (let index = 0; index < pieces.length; index++) {
      const share = shareSum > 0 ? (shares[index] as number) / shareSum : 1 / pieces.length;
      const { composition, coating } = own[index] as PieceSample;
      const coat = coatingShare(coating);
      const metal = coat ? share * (1 - coat.fraction) : share;
      for (let element = 0; element < ELEMENT_COUNT; element++)
        base[sample * ELEMENT_COUNT + element] =
          (base[sample * ELEMENT_COUNT + element] as number) +
          metal * (composition[element] as number) +
          (coat ? share * coat.fraction * (coat.layer[element] as number) : 0);
    }
    const tail = row + pieces.length * perPiece;
    for (let element = 0; element < ELEMENT_COUNT; element++)
      rodUniforms[sample * ELEMENT_COUNT + element] = uniforms[tail + element] as number;
    dilution[sample] = beliefQuantile(dilutionBelief, uniforms[tail + ELEMENT_COUNT] as number);
    nitrogen[sample] = beliefQuantile(nitrogenBelief, uniforms[tail + ELEMENT_COUNT + 1] as number);
    scatter[sample] = normalQuantile(uniforms[tail + ELEMENT_COUNT + 2] as number);
    startScatter[sample] = normalQuantile(uniforms[tail + ELEMENT_COUNT + 3] as number);
    sampled.push(own);
  }
  return {
    count,
    base,
    dilution,
    nitrogen,
    scatter,
    startScatter,
    rodUniforms,
    pieces: sampled,
    facts: sampled.map(factsOf),
    candidateIndex,
  };
}

function cumulate(candidates: readonly PieceCandidate[]): Float64Array {
  let sum = 0;
  return Float64Array.from(candidates, ({ probability }) => (sum += probability));
}

function pick(cumulative: Float64Array, uniform: number): number {
  let index = 0;
  while (index < cumulative.length - 1 && (cumulative[index] as number) < uniform) index++;
  return index;
}

/** Puts everything of one sample that no rod changes into a risk sample. */
export function fillBase(
  target: RiskSample,
  samples: PoolSamples,
  index: number,
  joint: Joint,
  service: Service,
): void {
  const { base } = target;
  const offset = index * ELEMENT_COUNT;
  for (let element = 0; element < ELEMENT_COUNT; element++) base[element] = samples.base[offset + element] as number;
  target.nitrogenPickUp = samples.nitrogen[index] as number;
  target.pieces = samples.pieces[index] as RiskSample['pieces'];
  target.facts = samples.facts[index] as PieceFacts;
  target.joint = joint;
  target.service = service;
  target.scatter = samples.scatter[index] as number;
  target.startScatter = samples.startScatter[index] as number;
}
