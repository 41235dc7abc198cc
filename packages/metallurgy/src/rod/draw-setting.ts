import { JOINT_MECHANISMS, RISK_MECHANISMS, RiskSample, severitiesFor } from '../risk';
import { chosenDraws } from './chosen-draws';
import type { JointProblem } from './joint-problem';
import { drawPoolSamples, fillBase } from './pool-samples';
import type { Setting } from './setting';

/**
 * Draws what every filler meets alike, and weighs once what no filler changes.
 * @param count samples
 * @param fixed candidate to use for a piece instead of drawing one, for the rod x hypothesis matrix
 * @param weights severities to use instead of those of the service
 */
export function drawSetting(
  problem: JointProblem,
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
