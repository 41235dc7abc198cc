import type { RiskSample } from '../risk';
import type { JointProblem } from './joint-problem';
import type { PoolSamples } from './pool-samples';

/**
 * Everything a filler is run against: the drawn pools, the joint's own risks, what failures cost here, and a scratch
 * pool.
 */
export interface Setting {
  readonly problem: JointProblem;
  readonly samples: PoolSamples;
  /** Loss of each mechanism in this service, in the order of `RISK_MECHANISMS`. */
  readonly severities: Float64Array;
  /** Probability of each mechanism of the joint, which no rod changes: samples x `JOINT_MECHANISMS`. */
  readonly jointProbabilities: Float64Array;
  /** Loss those come to in each sample. */
  readonly jointLosses: Float64Array;
  readonly scratch: RiskSample;
}
