import type {
  KeptPlan,
  Machine,
  SeamOrder,
  PlanCode,
  PlannedMetal,
  PlannedPass,
  PlannedRod,
} from '@variatum/contracts';
import {
  followSteps,
  metalLimit,
  passLog,
  seamProblem,
  SETTING_PASSES,
  travelFor,
  settings,
  type ArcRun,
  type FollowedStep,
  type Joint,
  type Judgement,
  type PassLog,
  type SeamQuestion,
  type SettingPass,
  type SettingsQuestion,
} from '@variatum/metallurgy';
import {
  attempted,
  completedJoint,
  chosenOrder,
  currentOf,
  depositedJoint,
  followedOrder,
  interpassLimitOf,
  isHeldWarm,
  keptOrder,
  machineAtHand,
  machineShort,
  passesOf,
  rodsInStock,
  scaledOrder,
  seamOf,
  seamQuestion,
  settingPassOf,
  settingsQuestion,
  tackCurrentOf,
  tacksOf,
  turntableRpm,
  usualPassCount,
  weldedWith,
  USUAL_PROCESS,
  type JointSeam,
  type MachineAtHand,
  type MachineShort,
  type PassSettings,
  type SeamTacks,
} from '../questions';
import { withLearnt } from '../learning';
import { decisionOf, weldLogOf } from '../records';
import { plannedSteps } from '../torch';
import type { JobFacts, JointFacts } from './job-facts';
import { metalOf } from './joint-metal';
import { passesOfJoint } from './joint-passes';

/** What one kind of pass wants and the machine does not give. */
export interface PassShort extends MachineShort {
  readonly pass: SettingPass;
}

/** How one joint is welded, with what its steps and its minutes are made from. */
export interface JointPlan {
  readonly facts: JointFacts;
  readonly rod: PlannedRod;
  /** As it is reckoned with: melted shares and all; null: it cannot be. */
  readonly completed: Joint | null;
  /** What is kept of its heat and order. */
  readonly kept: SeamOrder;
  readonly seam: JointSeam | null;
  /** Its runs are of so many passes. */
  readonly count: number;
  /** What holds where nobody said otherwise: passes, speed of the hand, limit between passes. */
  readonly usual: { readonly passes: number; readonly travelMmPerS: number; readonly interpassC: number | null };
  readonly isHeldWarm: boolean;
  /** What the search for an order and its heat are asked; null: sizes or settings are wanting. */
  readonly question: SeamQuestion | null;
  readonly tacks: SeamTacks | null;
  readonly settings: PassSettings;
  /** Current of its tacks as the root is set, A; null: the root is not reckoned. */
  readonly tackAmps: number | null;
  /** The order that was chosen; null: once through. */
  readonly order: KeptPlan | null;
  /** What its runs are called, chosen or usual. */
  readonly title: string;
  readonly runs: readonly ArcRun[];
  /** Turns a minute where it is turned all round under the torch; null: it is not. */
  readonly turntableRpm: number | null;
  readonly judged: Judgement | null;
  readonly log: PassLog;
  /** Tacks, then runs, and how each stands by the log. */
  readonly followed: readonly FollowedStep[];
  /** Most the metal may be before a run of each pass, °C; null: no limit. */
  readonly limitsC: readonly (number | null)[];
  readonly atHand: MachineAtHand;
  /** What its passes want and the machine does not give; empty: it gives enough, or nothing limits it. */
  readonly short: readonly PassShort[];
  readonly passes: readonly PlannedPass[];
  readonly metal: PlannedMetal;
  readonly open: readonly PlanCode[];
}

/** The rod of a joint: the one decided on, else the one that is recommended. */
function rodOf({ joint, choice }: JointFacts, { input, joints }: JobFacts): PlannedRod {
  const records = joints.map((one) => one.joint);
  const decision = decisionOf(records, input.job.decisions, joint) ?? null;
  const best = choice && choice.stop === null ? choice.recommended : undefined;
  const used = decision ? decision.rod : best;
  const inStock = rodsInStock(input.stock ?? []);
  return {
    used,
    onShelf: typeof used === 'string' && inStock.size > 0 ? inStock.has(used) : null,
    decision: decision && { id: decision.id, createdAt: decision.createdAt, rod: decision.rod },
    best,
  };
}

/** What the settings of a pass are asked. */
function askedOf(
  { question, pieces, leader }: JointFacts,
  { rod, pass, machine }: { rod: string | null; pass: SettingPass; machine: Machine | null },
  { profile }: JobFacts,
): SettingsQuestion | null {
  return question && settingsQuestion({ asked: question, pieces, record: leader, rod, pass, machine, profile });
}

/** Settings of each kind of pass. What is wrong with the joint stands at its own field. */
function settingsOf(one: JointFacts, rod: string | null, machine: Machine | null, facts: JobFacts): PassSettings {
  return Object.fromEntries(
    SETTING_PASSES.flatMap((pass) => {
      const asked = askedOf(one, { rod, pass, machine }, facts);
      const found = asked && attempted(() => settings(asked));
      return found ? [[pass, found]] : [];
    }),
  );
}

/** What passes of a joint want and the machine does not give. */
function shortOf(
  one: JointFacts,
  rod: string | null,
  passes: readonly SettingPass[],
  { machine }: MachineAtHand,
  facts: JobFacts,
): readonly PassShort[] {
  if (!machine) return [];
  return passes.flatMap((pass) => {
    const asked = askedOf(one, { rod, pass, machine: null }, facts);
    if (!asked) return [];
    const short = attempted(() =>
      machineShort(asked, settings(asked).amps[1], machine, facts.input.workshop?.machines ?? []),
    );
    return short ? [{ pass, ...short }] : [];
  });
}

/** How one joint is welded. */
export function planJoint(one: JointFacts, facts: JobFacts): JointPlan {
  const { joint, leader } = one;
  const rod = rodOf(one, facts);
  const kept = keptOrder(leader.seamOrder);
  const seam = seamOf(facts.part, joint.id, facts.metals);
  const { job, workshop, learnt } = facts.input;
  const atHand = machineAtHand(job, workshop?.machines, leader.joint.process ?? USUAL_PROCESS);
  const { machine } = atHand;
  const found = rod.used === undefined ? {} : settingsOf(one, rod.used, machine, facts);
  const metal = metalOf(one, kept, facts);
  const tacks = seam && tacksOf(seam, leader.joint.type, found.root?.tack.wide ?? false);
  const deposited = depositedJoint(leader, one.pieces, rod.used);
  const usualCount = usualPassCount(seam, deposited);
  const count = passesOf(kept, usualCount);
  const described = withLearnt(leader.joint, learnt ?? null);
  const completed = completedJoint(weldedWith(described, rod.used), one.pieces);
  const usual = {
    passes: usualCount,
    travelMmPerS: travelFor(deposited, count),
    interpassC: interpassLimitOf(one.pieces, facts.metals),
  };
  const amps = Array.from({ length: count }, (_, pass) => {
    const set = settingPassOf(pass, count);
    return currentOf(leader, set, found[set]?.amps)?.[1] ?? null;
  });
  const passKinds = [...new Set(Array.from({ length: count }, (_, pass) => settingPassOf(pass, count)))];
  const question =
    seam && amps.every((one) => one !== null)
      ? seamQuestion({
          seam,
          kept,
          passes: count,
          amps,
          tacks,
          usualTravelMmPerS: usual.travelMmPerS,
          usualInterpassC: metal.interpassMaxC,
          shortBeads: metal.school ? metal : null,
        })
      : null;
  // A joint alike follows the order of the one it is alike to, however long it is.
  const follows = joint !== leader && kept.plan && seam ? { ...kept, plan: scaledOrder(kept.plan, seam) } : kept;
  const chosen = chosenOrder(follows, seam);
  const problem = question && attempted(() => seamProblem(question));
  const { runs, title } = followedOrder(chosen, problem);
  const judged =
    (question && runs.length > 0 ? facts.orders.of({ seam: question, runs }, `judge-order ${joint.id}`) : null) ?? null;
  const passes =
    rod.used === undefined
      ? []
      : passesOfJoint(one, rod.used, { settings: found, seam, question, runs, count, completed });
  const log = passLog(weldLogOf(job, joint.id));
  const open: PlanCode[] = [
    ...(one.wrong === null ? [] : [{ code: 'not-reckoned', joint: joint.id, field: one.wrong }]),
    ...(one.choice && one.choice.stop !== null ? [{ code: 'stop', joint: joint.id, reason: one.choice.stop }] : []),
    ...(seam ? [] : [{ code: 'wants-sizes', joint: joint.id }]),
    ...(rod.used !== undefined && !found.root ? [{ code: 'settings-not-reckoned', joint: joint.id }] : []),
    ...(kept.plan && seam && !chosen ? [{ code: 'order-of-another-length', joint: joint.id }] : []),
  ];
  return {
    facts: one,
    rod,
    completed,
    kept,
    seam,
    count,
    usual,
    isHeldWarm: isHeldWarm(one.pieces, facts.metals) || metal.holdAboveC !== null,
    question,
    tacks,
    settings: found,
    tackAmps: tackCurrentOf(leader, found.root),
    order: chosen,
    title,
    runs,
    turntableRpm: question && turntableRpm(question, runs),
    judged,
    log,
    followed: followSteps(plannedSteps(seam, tacks, runs), log),
    limitsC: Array.from({ length: count }, (_, pass) => problem && metalLimit(problem, pass)),
    atHand,
    short: rod.used === undefined ? [] : shortOf(one, rod.used, passKinds, atHand, facts),
    passes,
    metal,
    open,
  };
}
