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
  heatInput,
  JOINTS,
  metalLimit,
  passLog,
  seamProblem,
  SETTING_PASSES,
  travelFor,
  settings,
  usualPasses,
  usualVolts,
  type ArcRun,
  type FollowedStep,
  type Joint,
  type Judgement,
  type PassLog,
  type SeamQuestion,
  type SettingPass,
  type Technique,
  type TorchSettings,
} from '@variatum/metallurgy';
import {
  attempted,
  castIronSchool,
  completedJoint,
  chosenOrder,
  currentOf,
  depositedJoint,
  followedOrder,
  interpassLimitOf,
  interpassOf,
  isHeldWarm,
  keptOrder,
  machineFor,
  passesOf,
  scaledOrder,
  seamOf,
  seamQuestion,
  settingPassOf,
  settingsQuestion,
  tacksOf,
  turntableRpm,
  thinnerMm,
  USUAL_PROCESS,
  usualPassCount,
  weldedWith,
  type JointSeam,
  type PassSettings,
  type SeamTacks,
} from '../questions';
import { withLearnt } from '../learning';
import { decisionOf, weldLogOf } from '../records';
import { plannedSteps } from '../torch';
import type { JobFacts, JointFacts } from './job-facts';

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
  /** Current the root wants where the machine gives less, A; null: it gives enough, or nothing limits it. */
  readonly short: { readonly wants: number; readonly gives: number } | null;
  readonly passes: readonly PlannedPass[];
  readonly metal: PlannedMetal;
  readonly open: readonly PlanCode[];
}

/** The rod of a joint: the one decided on, else the one that is recommended. */
function rodOf({ joint, choice }: JointFacts, { input, joints }: JobFacts): PlannedRod {
  const records = joints.map((one) => one.joint);
  const decision = decisionOf(records, input.job.decisions, joint) ?? null;
  const best = choice && choice.stop === null ? choice.recommended : undefined;
  return {
    used: decision ? decision.rod : best,
    decision: decision && { id: decision.id, createdAt: decision.createdAt, rod: decision.rod },
    best,
  };
}

/** Settings of each kind of pass. */
function settingsOf(one: JointFacts, rod: string | null, machine: Machine | null, facts: JobFacts): PassSettings {
  return Object.fromEntries(
    SETTING_PASSES.flatMap((pass) => {
      const found = settingsOfPass(one, rod, pass, machine, facts);
      return found ? [[pass, found]] : [];
    }),
  );
}

function settingsOfPass(
  { question, pieces, leader }: JointFacts,
  rod: string | null,
  pass: SettingPass,
  machine: Machine | null,
  { profile }: JobFacts,
): TorchSettings | null {
  const asked = question && settingsQuestion({ asked: question, pieces, record: leader, rod, pass, machine, profile });
  // What is wrong with the joint stands at its own field.
  return asked && attempted(() => settings(asked));
}

/** What the root wants where the machine gives less. */
function shortOf(one: JointFacts, rod: string | null, limitA: number | null, facts: JobFacts): JointPlan['short'] {
  if (limitA === null) return null;
  const wants = settingsOfPass(one, rod, 'root', null, facts)?.amps[1];
  return wants !== undefined && wants > limitA ? { wants, gives: limitA } : null;
}

/** What the metal of a joint bears, by what its pieces most likely are. */
function metalOf({ pieces, choice }: JointFacts, kept: SeamOrder, facts: JobFacts): PlannedMetal {
  const iron = castIronSchool(pieces, facts.metals, facts.input.job.preparation);
  const [heldC = null] = iron?.rules.heldC ?? [];
  const preheats = (choice?.heat ?? []).filter(({ kind }) => kind === 'preheat').map(({ temperatureC: [low] }) => low);
  const preheatC = iron ? heldC : preheats.length > 0 ? Math.max(...preheats) : null;
  return {
    preheatC,
    // Cast iron has the limit of its school, if any.
    interpassMaxC: interpassOf(kept, iron ? iron.rules.everyRunC : interpassLimitOf(pieces, facts.metals)),
    everyRunC: iron?.rules.everyRunC ?? null,
    holdAboveC: isHeldWarm(pieces, facts.metals) || heldC !== null ? preheatC : null,
    mostRunMm: iron?.rules.mostRunMm ?? null,
    isPeened: iron?.rules.isPeened ?? false,
    school: iron?.school ?? null,
  };
}

/** Kinds of so many passes; the usual ones where there are as many as usual. */
function kindsOf(seam: JointSeam | null, passes: number, isFused: boolean): readonly PlannedPass['kind'][] {
  if (isFused) return Array.from({ length: passes }, () => 'fused');
  const usual = seam ? usualPasses(thinnerMm(seam)) : [];
  return usual.length === passes ? usual : Array.from({ length: passes }, (_, pass) => settingPassOf(pass, passes));
}

function passesOfJoint(
  { leader, choice }: JointFacts,
  rod: string | null,
  found: PassSettings,
  {
    seam,
    question,
    runs,
    count,
    completed,
  }: {
    readonly seam: JointSeam | null;
    readonly question: SeamQuestion | null;
    readonly runs: readonly ArcRun[];
    readonly count: number;
    readonly completed: Joint | null;
  },
): readonly PlannedPass[] {
  const arc = question?.arcs[0];
  if (!arc) return [];
  const { joint } = leader;
  const isFused = rod === null;
  const ranked = choice?.ranking.find((one) => one.rod === rod);
  return kindsOf(seam, count, isFused).flatMap((kind, pass): PlannedPass[] => {
    const set = settingPassOf(pass, count);
    const amps = currentOf(leader, set, found[set]?.amps);
    if (!amps) return [];
    const [low, median, high] = amps;
    const own = runs.filter((run) => run.pass === pass);
    const volts = arc.volts ?? usualVolts(median);
    const { travelMmPerS } = arc;
    return [
      {
        number: pass + 1,
        kind,
        process: joint.process ?? USUAL_PROCESS,
        // Techniques of the data are those of the core.
        technique: isFused ? 'fused' : (joint.technique ?? (JOINTS.types[joint.type].technique as Technique)),
        rod,
        rodMm: isFused ? null : (leader.settings[set]?.rodMm ?? found[set]?.rodMm ?? null),
        gas: joint.gas ?? null,
        amps: { low, median, high },
        volts,
        travelMmPerS,
        arcEnergyKJPerMm: (volts * median) / travelMmPerS / 1000,
        heatInputKJPerMm: heatInput({ ...arc, amps: median }),
        arcSeconds: own.reduce((sum, run) => sum + Math.abs(run.toMm - run.fromMm), 0) / travelMmPerS,
        starts: own.length,
        dilution: completed && {
          low: completed.dilution.min,
          median: completed.dilution.mode,
          high: completed.dilution.max,
        },
        // Ferrite from root to cap is that of the rod that leads; of another one there is but its whole bead's.
        ferriteNumber:
          (rod === choice?.recommended ? choice?.passes?.[pass]?.ferriteNumber : undefined) ??
          ranked?.ferriteNumber ??
          null,
      },
    ];
  });
}

/** How one joint is welded. */
export function planJoint(one: JointFacts, facts: JobFacts): JointPlan {
  const { joint, leader } = one;
  const rod = rodOf(one, facts);
  const kept = keptOrder(leader.seamOrder);
  const seam = seamOf(facts.part, joint.id, facts.metals);
  const machine = machineFor(facts.input.workshop?.machines, leader.joint.process);
  const found = rod.used === undefined ? {} : settingsOf(one, rod.used, machine, facts);
  const metal = metalOf(one, kept, facts);
  const tacks = seam && tacksOf(seam, leader.joint.type, found.root?.tack.wide ?? false);
  const deposited = depositedJoint(leader, one.pieces, rod.used);
  const usualCount = usualPassCount(seam, deposited);
  const count = passesOf(kept, usualCount);
  const described = withLearnt(leader.joint, facts.input.learnt ?? null);
  const completed = completedJoint(weldedWith(described, rod.used), one.pieces);
  const usual = {
    passes: usualCount,
    travelMmPerS: travelFor(deposited, count),
    interpassC: interpassLimitOf(one.pieces, facts.metals),
  };
  const amps = currentOf(leader, 'root', found.root?.amps)?.[1];
  const question =
    seam && amps !== undefined
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
  const { runs, title } = followedOrder(chosen, question);
  const judged =
    (question && runs.length > 0 ? facts.orders.of({ seam: question, runs }, `judge-order ${joint.id}`) : null) ?? null;
  const problem = question && attempted(() => seamProblem(question));
  const passes =
    rod.used === undefined ? [] : passesOfJoint(one, rod.used, found, { seam, question, runs, count, completed });
  const log = passLog(weldLogOf(facts.input.job, joint.id));
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
    order: chosen,
    title,
    runs,
    turntableRpm: question && turntableRpm(question, runs),
    judged,
    log,
    followed: followSteps(plannedSteps(seam, tacks, runs), log),
    limitsC: Array.from({ length: count }, (_, pass) => problem && metalLimit(problem, pass)),
    short: rod.used === undefined ? null : shortOf(one, rod.used, found.root?.limitA ?? null, facts),
    passes,
    metal,
    open,
  };
}
