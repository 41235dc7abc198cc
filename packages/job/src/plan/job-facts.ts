import type { JointRecord, Piece } from '@variatum/contracts';
import { InputError, type AcceptanceProfile, type ChooseInput } from '@variatum/metallurgy';
import {
  attempted,
  jointQuestion,
  likelyMetals,
  profileOfJob,
  withAlikeMetals,
  type Beliefs,
  type LikelyMetal,
} from '../questions';
import { activeJoints, activePieces, assemblyOf, laidPart, leaderOf, piecesOfJoint, type LaidPart } from '../records';
import {
  Answers,
  type Choices,
  type Orders,
  type PieceBelief,
  type Pieces,
  type PlannedChoice,
  type Reckoning,
} from './kept-answers';
import type { PlanInput } from './plan-input';

/** A joint with all that holds for it and those alike to it. */
export interface JointFacts {
  readonly joint: JointRecord;
  /** The joint whose description and decision hold for it. */
  readonly leader: JointRecord;
  readonly number: number;
  readonly pieces: readonly Piece[];
  readonly question: ChooseInput | null;
  /** null: it cannot be reckoned, or is waited for. */
  readonly choice: PlannedChoice | null;
  /** Field of the question that cannot be taken; null: all can. */
  readonly wrong: string | null;
}

/** What every part of a plan is made from. */
export interface JobFacts {
  readonly input: PlanInput;
  readonly pieces: readonly Piece[];
  readonly joints: readonly JointFacts[];
  readonly part: LaidPart;
  /** What pieces nobody has named may be, by their identifiers. */
  readonly beliefs: Beliefs;
  readonly metals: ReadonlyMap<string, LikelyMetal>;
  readonly profile: AcceptanceProfile;
  readonly choices: Choices;
  readonly orders: Orders;
  readonly named: Pieces;
}

/** What pieces that nobody has named most likely are, by their tests. */
function beliefsOf(
  joints: readonly JointFacts[],
  answers: Pieces,
  standing: Readonly<Record<string, PieceBelief | undefined>> = {},
): Beliefs {
  const beliefs: Record<string, Beliefs[string]> = {};
  for (const { pieces, question } of joints)
    pieces.forEach(({ id, grade, weldMetal }, index) => {
      if (grade !== null || weldMetal !== null || beliefs[id]) return;
      const { item = {}, tests = [] } = question?.pieces[index] ?? {};
      const belief = answers.of({ item, tests }, `identify ${id}`) ?? standing[id];
      if (belief) beliefs[id] = belief;
    });
  return beliefs;
}

/** An answer, or the field of its question that cannot be taken. */
function reckoned(work: () => PlannedChoice): PlannedChoice | string {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return error.errors[0]?.path.join('.') ?? '';
    throw error;
  }
}

/**
 * Reads a job once for all parts of its plan.
 * @param reckoning what gives what no kept answer says; null: it is waited for
 */
export function jobFacts(input: PlanInput, reckoning: Reckoning | null): JobFacts {
  const { job, workshop, stock = [], learnt, results } = input;
  const standing = results?.standing;
  const [pieces, records] = [activePieces(job), activeJoints(job)];
  const choices: Choices = new Answers(
    results?.choices,
    reckoning && ((question) => reckoned(() => reckoning.choose(question))),
  );
  // What is wrong with an order or a test stands at its own field.
  const orders: Orders = new Answers(
    results?.orders,
    reckoning && ((asked) => attempted(() => reckoning.judgeOrder(asked))),
  );
  const named: Pieces = new Answers(
    results?.pieces,
    reckoning && ((piece) => attempted(() => reckoning.identify(piece))),
  );
  const joints = records.map((joint, index): JointFacts => {
    const leader = leaderOf(records, joint);
    const question = jointQuestion(job, leader, stock, workshop ?? undefined, learnt);
    const answer = (question && choices.of(question, `choose ${leader.id}`)) ?? standing?.joints[leader.id] ?? null;
    const [choice, wrong] = typeof answer === 'string' ? [null, answer] : [answer, null];
    return { joint, leader, number: index + 1, pieces: piecesOfJoint(job, leader), question, choice, wrong };
  });
  const beliefs = beliefsOf(joints, named, standing?.pieces);
  return {
    input,
    pieces,
    joints,
    part: laidPart(assemblyOf(pieces, records)),
    beliefs,
    metals: withAlikeMetals(likelyMetals(pieces, beliefs), joints),
    profile: profileOfJob(job, workshop),
    choices,
    orders,
    named,
  };
}
