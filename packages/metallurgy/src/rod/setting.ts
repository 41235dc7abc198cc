import { JOINT_MECHANISMS, RISK_MECHANISMS, RiskSample, severitiesFor } from '../risk';
import type { ChooseProblem } from './choose-input';
import { chosenDraws } from './chosen-draws';
import { drawPoolSamples, fillBase, type PoolSamples } from './pool-samples';

/**
 * Everything a filler is run against: the drawn pools, the joint's own risks, what failures cost here, and a scratch
 * pool.
 */
export interface Setting {
  readonly problem: Pick<ChooseProblem, 'pieces' | 'joint' | 'service' | 'surface' | 'learnt'>;
  readonly samples: PoolSamples;
  /** Loss of each mechanism in this service, in the order of `RISK_MECHANISMS`. */
  readonly severities: Float64Array;
  /** Probability of each mechanism of the joint, which no rod changes: samples x `JOINT_MECHANISMS`. */
  readonly jointProbabilities: Float64Array;
  /** Loss those come to in each sample. */
  readonly jointLosses: Float64Array;
  readonly scratch: RiskSample;
}

/**
 * Draws what every filler meets alike, and weighs once what no filler changes.
 * @param count samples
 * @param fixed candidate to use for a piece instead of drawing one, for the rod x hypothesis matrix
 * @param weights severities to use instead of those of the service
 */
export function drawSetting(
  problem: Setting['problem'],
  seed: number,
  count: number,
  fixed?: { readonly piece: number; readonly candidate: number },
  weights?: Float64Array,
): Setting {
  const severities = weights ?? severitiesFor(problem.service, problem.joint);
  const scratch = new RiskSample(problem.surface);
  const { learnt } = problem;
  const samples = learnt
    ? chosenDraws(problem, learnt, seed, count, scratch, fixed)
    : drawPoolSamples(problem.pieces, problem.joint, seed, count, fixed);
  const width = JOINT_MECHANISMS.length;
  const jointProbabilities = new Float64Array(count * width);
  const jointLosses = new Float64Array(count);
  for (let sample = 0; sample < count; sample++) {
    fillBase(scratch, samples, sample, problem.joint, problem.service);
    let loss = 0;
    for (let column = 0; column < width; column++) {
      const mechanism = JOINT_MECHANISMS[column] as number;
      const probability = (RISK_MECHANISMS[mechanism] as (typeof RISK_MECHANISMS)[number]).probability(scratch);
      jointProbabilities[sample * width + column] = probability;
      loss += (severities[mechanism] as number) * probability;
    }
    jointLosses[sample] = loss;
  }
  return { problem, samples, severities, jointProbabilities, jointLosses, scratch };
}
