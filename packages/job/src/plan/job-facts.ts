import type { JointRecord, Piece } from '@variatum/contracts';
import {
  choose,
  identify,
  InputError,
  judgeOrder,
  type AcceptanceProfile,
  type Choice,
  type ChooseInput,
} from '@variatum/metallurgy';
import { attempted, jointQuestion, likelyMetals, profileOfJob, type Beliefs, type LikelyMetal } from '../questions';
import { activeJoints, activePieces, assemblyOf, laidPart, leaderOf, piecesOfJoint, type LaidPart } from '../records';
import { Answers, type Choices, type Orders } from './kept-answers';
import type { PlanInput } from './plan-input';

/** A joint with all that holds for it and those alike to it. */
export interface JointFacts {
  readonly joint: JointRecord;
  /** The joint whose description and decision hold for it. */
  readonly leader: JointRecord;
  readonly number: number;
  readonly pieces: readonly Piece[];
  readonly question: ChooseInput | null;
  readonly choice: Choice | null;
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
}

/** What pieces that nobody has named most likely are, by their tests. */
function beliefsOf(joints: readonly JointFacts[]): Beliefs {
  const beliefs: Record<string, Beliefs[string]> = {};
  for (const { pieces, question } of joints)
    pieces.forEach(({ id, grade, weldMetal }, index) => {
      if (grade !== null || weldMetal !== null || beliefs[id]) return;
      const { item = {}, tests = [] } = question?.pieces[index] ?? {};
      // What is wrong with a test stands at its own field.
      const belief = attempted(() => identify({ item, tests }));
      if (belief) beliefs[id] = belief;
    });
  return beliefs;
}

/** An answer, or the field of its question that cannot be taken. */
function reckoned(work: () => Choice): Choice | string {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return error.errors[0]?.path.join('.') ?? '';
    throw error;
  }
}

/** Reads a job once for all parts of its plan; what no kept answer says is reckoned. */
export function jobFacts(input: PlanInput): JobFacts {
  const { job, workshop, stock = [], learnt, results, seed, samples } = input;
  const [pieces, records] = [activePieces(job), activeJoints(job)];
  const choices: Choices = new Answers(results?.choices, (question) =>
    reckoned(() => choose(samples === undefined ? question : { ...question, samples }, seed)),
  );
  const orders: Orders = new Answers(results?.orders, (asked) => attempted(() => judgeOrder(asked)));
  const joints = records.map((joint, index): JointFacts => {
    const leader = leaderOf(records, joint);
    const question = jointQuestion(job, leader, stock, workshop ?? undefined, learnt);
    const answer = question && choices.of(question, `choose ${leader.id}`);
    const [choice, wrong] = typeof answer === 'string' ? [null, answer] : [answer, null];
    return { joint, leader, number: index + 1, pieces: piecesOfJoint(job, leader), question, choice, wrong };
  });
  const beliefs = beliefsOf(joints);
  return {
    input,
    pieces,
    joints,
    part: laidPart(assemblyOf(pieces, records)),
    beliefs,
    metals: likelyMetals(pieces, beliefs),
    profile: profileOfJob(job, workshop),
    choices,
    orders,
  };
}
