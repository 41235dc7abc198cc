import {
  COMPUTATIONS,
  type ComputationName,
  type ComputationWatch,
  type ComputedBy,
  type QuestionOf,
} from '@variatum/job';

/** What a worker offers: any computation by its name; the same functions run in tests without one. */
export const computations = {
  run<Name extends ComputationName>(name: Name, question: QuestionOf<Name>, seed: number): ComputedBy<Name> {
    return runOf(name)(question, seed);
  },
  /**
   * As `run`, told the share done now and then. It is stopped by ending its worker: a worker that computes hears
   * nothing.
   */
  follow<Name extends ComputationName>(
    name: Name,
    question: QuestionOf<Name>,
    seed: number,
    tell: (share: number) => void,
  ): ComputedBy<Name> {
    return runOf(name)(question, seed, (share) => {
      tell(share);
      return true;
    });
  },
};

/** That question and answer are those of the computation is what the signature says. */
const runOf = <Name extends ComputationName>(name: Name) =>
  COMPUTATIONS[name].run as (question: QuestionOf<Name>, seed: number, watch?: ComputationWatch) => ComputedBy<Name>;

/** The computations as a worker's client sees them. */
export type Computations = typeof computations;
