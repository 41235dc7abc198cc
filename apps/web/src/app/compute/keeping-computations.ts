import type { ComputationName, ComputedBy, QuestionOf } from '@variatum/job';
import type { Computations } from './computations';
import type { ReckonedAnswers } from './reckoned-answers';

/**
 * Computations that take long and come again with the next page: what a job comes to while nothing on it is changed.
 */
const KEPT: readonly ComputationName[] = ['choose-first', 'choose', 'plan-tests', 'order-plans', 'weld-heat'];

/** Computations that reckon no question twice on one device. */
export const keeping = ({ run, follow }: Computations, answers: ReckonedAnswers) => ({
  async run<Name extends ComputationName>(name: Name, question: QuestionOf<Name>, seed: number) {
    const reckon = (): ComputedBy<Name> => run(name, question, seed);
    return KEPT.includes(name) ? answers.of([name, question, seed], reckon) : reckon();
  },
  async follow<Name extends ComputationName>(
    name: Name,
    question: QuestionOf<Name>,
    seed: number,
    tell: (share: number) => void,
  ) {
    const reckon = (): ComputedBy<Name> => follow(name, question, seed, tell);
    return KEPT.includes(name) ? answers.of([name, question, seed], reckon) : reckon();
  },
});
