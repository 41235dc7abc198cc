import type {
  JointRecord,
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
  settings,
  type ArcRun,
  type FollowedStep,
  type HeatAdvice,
  type Joint,
  type Judgement,
  type PassLog,
  type Process,
  type SeamQuestion,
  type SettingsQuestion,
} from '@variatum/metallurgy';
import {
  attempted,
  completedJoint,
  chosenOrder,
  currentOf,
  followedOrder,
  interpassLimitOf,
  isHeldWarm,
  jointPasses,
  keptOrder,
  landOf,
  machineAtHand,
  machineShort,
  PASS_KINDS,
  remembered,
  rodsInStock,
  scaledOrder,
  seamOf,
  seamQuestion,
  settingsQuestion,
  tackCurrentOf,
  tacksOf,
  travelOf,
  turntableRpm,
  wayOfKind,
  weldedWith,
  USUAL_PROCESS,
  type JointSeam,
  type MachineShort,
  type PassKind,
  type PassSettings,
  type PassWay,
  type SeamTacks,
} from '../questions';
import { withLearnt } from '../learning';
import { decisionOf, weldLogOf } from '../records';
import { plannedSteps } from '../torch';
import type { JobFacts, JointFacts } from './job-facts';
import { heatOf, metalOf } from './joint-metal';
import { passesOfJoint } from './joint-passes';

/** What one kind of pass wants and the machine does not give. */
export interface PassShort extends MachineShort {
  readonly pass: PassKind;
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
  /** Its runs are of so many passes, and how each is made. */
  readonly count: number;
  readonly ways: readonly PassWay[];
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
  /** Processes of its passes the machine does not weld by. */
  readonly lacks: readonly Process[];
  /** What its passes want and the machine does not give; empty: it gives enough, or nothing limits it. */
  readonly short: readonly PassShort[];
  readonly passes: readonly PlannedPass[];
  /** Heat before, between and afterwards, for the rod that is used. */
  readonly heat: readonly HeatAdvice[];
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

/** Settings of a pass, as they were reckoned last. */
const settingsFor = remembered(settings);

/** What all passes of a joint are made with. */
interface PassesAtHand {
  readonly machine: Machine | null;
  readonly travelMmPerS: number;
}

/** What the settings of a pass are asked. */
function askedOf(
  { question, pieces, leader }: JointFacts,
  { rod, process, kind }: PassWay,
  { machine, travelMmPerS }: PassesAtHand,
  { profile }: JobFacts,
): SettingsQuestion | null {
  return (
    question &&
    settingsQuestion({
      asked: question,
      pieces,
      record: leader,
      rod,
      pass: kind,
      process,
      machine,
      travelMmPerS,
      profile,
    })
  );
}

/** Settings of each kind of pass. What is wrong with the joint stands at its own field. */
function settingsOf(one: JointFacts, ways: readonly PassWay[], atHand: PassesAtHand, facts: JobFacts): PassSettings {
  return Object.fromEntries(
    ways.flatMap((way) => {
      const asked = askedOf(one, way, atHand, facts);
      const found = asked && attempted(() => settingsFor(asked));
      return found ? [[way.kind, found]] : [];
    }),
  );
}

/** Processes of passes the machine does not weld by. */
const lackingOf = (ways: readonly PassWay[], machine: Machine | null): readonly Process[] =>
  machine ? [...new Set(ways.map(({ process }) => process))].filter((one) => !machine.processes.includes(one)) : [];

/** What passes of a joint want and the machine does not give. */
function shortOf(
  one: JointFacts,
  ways: readonly PassWay[],
  { machine, travelMmPerS }: PassesAtHand,
  facts: JobFacts,
): readonly PassShort[] {
  if (!machine) return [];
  const kinds = PASS_KINDS.flatMap((kind) => ways.find((way) => way.kind === kind) ?? []);
  return kinds.flatMap((way) => {
    const asked = askedOf(one, way, { machine: null, travelMmPerS }, facts);
    if (!asked) return [];
    const short = attempted(() =>
      machineShort(asked, settingsFor(asked).amps[1], machine, facts.input.workshop?.machines ?? []),
    );
    return short ? [{ pass: way.kind, ...short }] : [];
  });
}

/** Kinds of passes that are set: each of the seam, and what washes over where something does. */
const waysSet = (kept: SeamOrder, leader: JointRecord, rod: string | null): readonly PassWay[] =>
  PASS_KINDS.filter((kind) => kind !== 'wash' || kept.wash).map((kind) =>
    wayOfKind(kept, { rod, process: leader.joint.process ?? USUAL_PROCESS }, kind),
  );

/** How one joint is welded. */
export function planJoint(one: JointFacts, facts: JobFacts): JointPlan {
  const { joint, leader } = one;
  const rod = rodOf(one, facts);
  const kept = keptOrder(leader.seamOrder);
  const seam = seamOf(facts.part, joint.id, facts.metals);
  const { job, workshop, learnt } = facts.input;
  const machine = machineAtHand(job, workshop?.machines, leader.joint.process ?? USUAL_PROCESS);
  const {
    usual: usualCount,
    count,
    ways,
    travelMmPerS,
  } = jointPasses({
    kept,
    seam,
    leader,
    pieces: one.pieces,
    rod: rod.used,
  });
  const atHand = { machine, travelMmPerS: travelOf(kept, travelMmPerS) };
  const found = rod.used === undefined ? {} : settingsOf(one, waysSet(kept, leader, rod.used), atHand, facts);
  const heat = heatOf(one, rod.used);
  const metal = metalOf(one, heat, kept, facts);
  const tacks = seam && tacksOf(seam, leader.joint.type, found.root?.tack.wide ?? false);
  const described = withLearnt(leader.joint, learnt ?? null);
  const completed = completedJoint(weldedWith(described, rod.used), one.pieces);
  const usual = {
    passes: usualCount,
    travelMmPerS,
    interpassC: interpassLimitOf(one.pieces, facts.metals),
  };
  const arcs = ways.flatMap(({ kind, process }) => {
    const amps = currentOf(leader, kind, found[kind]?.amps)?.[1];
    return amps === undefined ? [] : [{ amps, process }];
  });
  const question =
    seam && arcs.length === count
      ? seamQuestion({
          seam,
          joint: weldedWith(leader.joint, rod.used),
          landMm: landOf(leader.joint, leader, one.pieces),
          kept,
          passes: count,
          arcs,
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
      : passesOfJoint(one, rod.used, { settings: found, seam, question, runs, ways, completed });
  const log = passLog(weldLogOf(job, joint.id));
  const open: PlanCode[] = [
    ...(one.wrong === null ? [] : [{ code: 'not-reckoned', joint: joint.id, field: one.wrong }]),
    ...(one.choice && one.choice.stop !== null ? [{ code: 'stop', joint: joint.id, reason: one.choice.stop }] : []),
    ...(seam ? [] : [{ code: 'wants-sizes', joint: joint.id }]),
    ...(rod.used !== undefined && ways.some(({ kind }) => !found[kind])
      ? [{ code: 'settings-not-reckoned', joint: joint.id }]
      : []),
    ...(kept.plan && seam && !chosen ? [{ code: 'order-of-another-length', joint: joint.id }] : []),
  ];
  return {
    facts: one,
    rod,
    completed,
    kept,
    seam,
    count,
    ways,
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
    lacks: lackingOf(ways, machine),
    short: rod.used === undefined ? [] : shortOf(one, ways, atHand, facts),
    passes,
    heat,
    metal,
    open,
  };
}
