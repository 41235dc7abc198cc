import { readyRuns } from './access';
import type { ArcRun } from '../heat';
import { PlanJudge, type Judgement } from './judge-plan';
import { searchOrder, type OrderAim, type OrderSearch } from './search';
import { seamProblem, type SeamQuestion } from './seam-question';

/** What is asked of the search. */
export interface OrderPlansQuestion {
  readonly seam: SeamQuestion;
  readonly aim: OrderAim;
}

/**
 * The usual orders of a seam and a better one, by the fast judge.
 * @param watch told the share done; answers false to stop, and what was found until then is the answer
 * @throws InputError naming every faulty field
 */
export const orderPlans = (
  { seam, aim }: OrderPlansQuestion,
  seed: number,
  watch?: (share: number) => boolean,
): OrderSearch => searchOrder(seamProblem(seam), aim, seed, watch);

/**
 * What an order of one's own comes to, by the fast judge, with the time to turn the part.
 * @throws InputError naming every faulty field
 */
export const judgeOrder = ({
  seam,
  runs,
}: {
  readonly seam: SeamQuestion;
  readonly runs: readonly ArcRun[];
}): Judgement => new PlanJudge(seamProblem(seam)).judge(readyRuns(seam, runs));
