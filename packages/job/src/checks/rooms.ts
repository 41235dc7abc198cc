import type { JobDetail, Plan, Workshop } from '@variatum/contracts';
import {
  attempted,
  completedJoint,
  depositedJoint,
  isGasBehind,
  keptOrder,
  machineAtHand,
  profileOfJob,
  quoteOfJob,
  settingsQuestion,
  travelOf,
  USUAL_PROCESS,
  backedJoints,
  verdictOf,
  weldedWith,
  weldHeatQuestion,
} from '../questions';
import { depositArea, quote, settings } from '@variatum/metallurgy';
import type {
  AcceptanceProfile,
  Finding,
  PreparationItem,
  Quote,
  QuoteQuestion,
  TorchSettings,
  Verdict,
  WeldHeatQuestion,
} from '@variatum/metallurgy';
import { findingsOf } from '../records';
import { wholePlan, preparationOf, type KeptResults, type PlanInput, type WholePlan } from '../plan';
import { walkTorch, type TorchWalk } from './walk-torch';

/** What each room shows of one joint. */
export interface JointRooms {
  readonly joint: string;
  /** Settings of its root, asked by themselves; null: they are not reckoned. */
  readonly settings: TorchSettings | null;
  /** What its heat is asked; null: sizes are wanting. */
  readonly heat: WeldHeatQuestion | null;
  /** Melted share its section is drawn with; null: it is not. */
  readonly sectionDilution: number | null;
  /** Section of the rod that goes into it, mm². */
  readonly depositMm2: number;
  readonly verdict: Verdict;
  /** What stands as found once a crack was logged at the torch. */
  readonly found: readonly Finding[];
  /** Its price; undefined: it is left out. */
  readonly priced: QuoteQuestion['joints'][number] | undefined;
}

/** What all rooms of a job show, each asked in its own way. */
export interface Rooms {
  readonly job: JobDetail;
  readonly workshop: Partial<Workshop> | null;
  readonly plan: Plan;
  readonly whole: WholePlan;
  readonly joints: readonly JointRooms[];
  readonly list: readonly PreparationItem[];
  readonly quote: Quote | null;
  readonly torch: TorchWalk;
  readonly profile: AcceptanceProfile;
}

/** A crack beside the last bead, as it is logged at the torch. */
const crackOf = (job: JobDetail, joint: string): JobDetail['weld'][number] => ({
  id: CRACK,
  jobId: job.id,
  jointId: joint,
  at: job.createdAt,
  entry: { kind: 'crack', where: 'centre', when: 'hot', rod: null, atMm: null },
  madeBy: null,
  version: 1,
  createdAt: job.createdAt,
  struckOutAt: null,
  struckOutReason: null,
});
const CRACK = '00000000-0000-4000-8000-0000000000cc';

/**
 * Asks every room of a job: the list, the settings, the heat, the price, the torch from its first arc to its last, the
 * judging.
 * @param results answers that were kept, so that nothing is reckoned twice
 */
export function roomsOf(input: PlanInput, results: KeptResults): Rooms {
  const kept = { ...input, results };
  const whole = wholePlan(kept, null);
  const { job, workshop } = input;
  const { facts, spaces } = whole;
  const rods = new Map(whole.joints.map(({ facts: { leader }, rod }) => [leader.id, rod.best]));
  const waits = new Map(
    whole.plan.joints.map(({ id }) => [
      id,
      whole.plan.steps.reduce(
        (sum, step) => sum + (step.joint === id && step.do === 'rest' ? step.elapsedMinutes : 0),
        0,
      ),
    ]),
  );
  const { question, leftOut } = quoteOfJob(job, { ...input, undecided: ({ id }) => rods.get(id), waits });
  const priced = facts.joints.filter(({ joint }) => !leftOut.includes(joint.id)).map(({ joint }) => joint.id);
  const backed = backedJoints(
    job,
    facts.joints.map(({ joint }) => joint),
  );
  return {
    job,
    workshop: workshop ?? null,
    plan: whole.plan,
    whole,
    list: preparationOf(whole, { letters: new Map(), workshop: null }),
    quote: question && attempted(() => quote(question, input.seed)),
    torch: walkTorch(kept),
    profile: profileOfJob(job, workshop),
    joints: whole.joints.map((own): JointRooms => {
      const { joint, leader, pieces, question: asked } = own.facts;
      const { used } = own.rod;
      const machine = machineAtHand(job, workshop?.machines, leader.joint.process ?? USUAL_PROCESS);
      // What somebody said of the root holds for it.
      const said = keptOrder(leader.seamOrder).ownPasses.root;
      const rootWay = said ?? { rod: used ?? null };
      const root =
        asked && used !== undefined
          ? settingsQuestion({
              asked,
              pieces,
              record: leader,
              ...rootWay,
              pass: 'root',
              machine,
              travelMmPerS: travelOf(keptOrder(leader.seamOrder), own.usual.travelMmPerS),
              profile: facts.profile,
            })
          : null;
      const space = spaces.find((one) => one.space.joints.includes(joint.id));
      const behind = backed.filter((one) =>
        space ? space.space.joints.includes(one.joint.id) : one.joint.id === joint.id,
      );
      return {
        joint: joint.id,
        settings: root && attempted(() => settings(root)),
        heat:
          own.question &&
          weldHeatQuestion(
            own.question,
            own.runs,
            own.kept,
            own.settings.root ?? null,
            isGasBehind(behind, space !== undefined),
          ),
        sectionDilution: completedJoint(weldedWith(leader.joint, used), pieces)?.dilution.mode ?? null,
        depositMm2: attempted(() => depositArea(depositedJoint(leader, pieces, used))) ?? 0,
        verdict: verdictOf(job, joint, workshop, facts.part.spaces),
        found: findingsOf({ ...job, weld: [...job.weld, crackOf(job, joint.id)] }, joint.id),
        priced: question?.joints[priced.indexOf(joint.id)],
      };
    }),
  };
}
