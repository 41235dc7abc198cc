import type { ComputationName, ComputedBy, QuestionOf } from '@variatum/job';
import type { Computations } from './computations';
import type { ReckonedAnswers } from './reckoned-answers';

/** Computations that take long and come again with the next page while nothing on a job is changed. */
const KEPT: readonly ComputationName[] = ['choose-first', 'choose', 'plan-tests', 'order-plans', 'weld-heat'];

/** Computations that reckon no question twice on one device. */
export function keeping({ run, follow }: Computations, answers: ReckonedAnswers) {
  const once = async <Name extends ComputationName>(
    name: Name,
    question: QuestionOf<Name>,
    seed: number,
    reckon: () => ComputedBy<Name>,
  ): Promise<ComputedBy<Name>> => (KEPT.includes(name) ? answers.of([name, question, seed], reckon) : reckon());
  return {
    run: <Name extends ComputationName>(name: Name, question: QuestionOf<Name>, seed: number) =>
      once(name, question, seed, () => run(name, question, seed)),
    follow: <Name extends ComputationName>(
      name: Name,
      question: QuestionOf<Name>,
      seed: number,
      tell: (share: number) => void,
    ) => once(name, question, seed, () => follow(name, question, seed, tell)),
  };
}
