import type { Plan } from '@variatum/contracts';
import { choose, identify, judgeOrder, type Judgement } from '@variatum/metallurgy';
import {
  wholePlan,
  type KeptAnswer,
  type KeptResults,
  type LikelyPiece,
  type PlanInput,
  type PlannedChoice,
  type Reckoning,
} from '../plan';
import { CHECKS } from './all-checks';
import { roomsOf } from './rooms';

/** Reckons, and keeps what it reckoned: rooms then ask nothing twice. @param samples draws of each choice */
export function keptReckoning(
  samples: number | undefined,
  seed: number,
): { readonly reckoning: Reckoning; readonly results: KeptResults } {
  const choices: KeptAnswer<unknown, PlannedChoice | string>[] = [];
  const orders: KeptAnswer<unknown, Judgement | null>[] = [];
  const pieces: KeptAnswer<unknown, LikelyPiece>[] = [];
  const kept = <Answer>(
    list: { push(one: { readonly question: unknown; readonly answer: Answer }): unknown },
    question: unknown,
    answer: Answer,
  ): Answer => {
    list.push({ question, answer });
    return answer;
  };
  return {
    reckoning: {
      choose: (question) =>
        kept<PlannedChoice>(
          choices,
          question,
          choose(samples === undefined ? question : { ...question, samples }, seed),
        ),
      judgeOrder: (asked) => kept<Judgement>(orders, asked, judgeOrder(asked)),
      identify: (piece) => kept(pieces, piece, identify(piece)),
    },
    results: { choices, orders, pieces },
  };
}

/**
 * One plan of a job, with what its rooms show that does not agree with it: nothing, for every job the program can make.
 * Every room is asked, and every arc of the torch one after another: it takes far longer than the plan.
 */
export function checkedPlan(input: PlanInput): Plan {
  const { reckoning, results } = keptReckoning(input.samples, input.seed);
  const { plan } = wholePlan(input, reckoning);
  const rooms = roomsOf(input, results);
  const contradictions = Object.values(CHECKS).flatMap((check) =>
    check(rooms).map(({ joint, of, says, against }) => ({
      joint,
      of,
      says: JSON.stringify(says) ?? '',
      against: JSON.stringify(against) ?? '',
    })),
  );
  return { ...plan, contradictions };
}
