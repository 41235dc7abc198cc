export type { KeptAnswer, KeptResults } from './kept-answers';
export { planOfJob } from './make-plan';
export type { PlanInput } from './plan-input';
