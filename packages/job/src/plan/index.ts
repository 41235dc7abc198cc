export type { JobFacts, JointFacts } from './job-facts';
export type { JointPlan, PassShort } from './joint-plan';
export type {
  KeptAnswer,
  KeptResults,
  OrderAsked,
  PieceBelief as LikelyPiece,
  PlannedChoice,
  Reckoning,
} from './kept-answers';
export { wholePlan, type WholePlan } from './make-plan';
export { planOfJob } from './plan-of-job';
export type { PlanInput } from './plan-input';
export { preparationOf } from './preparation-of';
