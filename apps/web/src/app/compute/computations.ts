import { COMPUTATIONS, type ComputationName, type ComputedBy, type QuestionOf } from '@variatum/contracts';

/** What a worker offers: any computation by its name; the same functions run in tests without one. */
export const computations = {
  run<Name extends ComputationName>(name: Name, question: QuestionOf<Name>, seed: number): ComputedBy<Name> {
    // That question and answer are those of the computation is what the signature says.
    return (COMPUTATIONS[name].run as (question: QuestionOf<Name>, seed: number) => ComputedBy<Name>)(question, seed);
  },
};

/** The computations as a worker's client sees them. */
export type Computations = typeof computations;
