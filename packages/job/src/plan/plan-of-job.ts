import type { Plan } from '@variatum/contracts';
import { choose, identify, judgeOrder } from '@variatum/metallurgy';
import { wholePlan } from './make-plan';
import type { PlanInput } from './plan-input';

/** One plan of a job; what no kept answer says is reckoned here and now. */
export function planOfJob(input: PlanInput): Plan {
  const { seed, samples } = input;
  return wholePlan(input, {
    choose: (question) => choose(samples === undefined ? question : { ...question, samples }, seed),
    judgeOrder,
    identify,
  }).plan;
}
