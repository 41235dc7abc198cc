import type { Machine, Plan, PlanCode, PlannedCannot, PlannedJoint, PlannedRange, PlanStep } from '@variatum/contracts';
import {
  ENGINE_VERSION,
  quote,
  QUOTE_STAGES,
  type ChooseInput,
  type IdentifyInput,
  type Process,
  type Quote,
  type Spread,
} from '@variatum/metallurgy';
import {
  attempted,
  backSpaces,
  quoteOfJob,
  machineAtHand,
  tackPlacesMm,
  USUAL_PROCESS,
  type BackSpace,
  type JobQuote,
  type MachineWay,
} from '../questions';
import { jobFacts, type JobFacts } from './job-facts';
import { planJoint, type JointPlan } from './joint-plan';
import type { OrderAsked, Reckoning } from './kept-answers';
import { coolingSteps, gasSteps, holdSteps, lastSteps, preparationSteps, turnSteps, weldSteps } from './part-steps';
import type { PlanInput } from './plan-input';

const SECONDS = 60;

/** Joints in the order they are welded: room by room, in each the farthest from the feed first; then the others. */
function weldOrder(joints: readonly JointPlan[], spaces: readonly BackSpace[]): readonly JointPlan[] {
  const ids = [...new Set(spaces.flatMap(({ space }) => space.joints))];
  const first = ids.flatMap((id) => joints.find(({ facts }) => facts.joint.id === id) ?? []);
  return [...first, ...joints.filter((one) => !first.includes(one))];
}

/** All steps of the part: what is prepared, gas, all tacks, joint after joint, gas off, what follows. */
function partSteps(facts: JobFacts, joints: readonly JointPlan[], spaces: readonly BackSpace[]): readonly PlanStep[] {
  const gas = spaces.flatMap((space) => gasSteps(space, facts));
  const flows = new Map(spaces.map(({ space }) => [space.id, space.fillLpm]));
  const ordered = weldOrder(joints, spaces).map((joint) => {
    const { tacks, runs } = weldSteps(joint);
    const { id } = joint.facts.joint;
    const behind = spaces.find(({ space }) => space.joints.includes(id));
    if (!behind || runs.length === 0) return { tacks, runs };
    const isBegun = runs.some((step) => step.do === 'run' && step.state !== 'open');
    const turn = turnSteps(behind, id, flows.get(behind.space.id) ?? behind.space.fillLpm, isBegun);
    for (const { flowLpm } of turn) if (flowLpm !== null) flows.set(behind.space.id, flowLpm);
    return { tacks, runs: [...turn, ...runs] };
  });
  return [
    ...preparationSteps({ facts, joints, spaces }),
    ...gas.filter((step) => step.do === 'gas-on'),
    ...joints.flatMap(holdSteps),
    ...ordered.flatMap(({ tacks }) => tacks),
    ...ordered.flatMap(({ runs }) => runs),
    ...gas.filter((step) => step.do === 'gas-off'),
    ...joints.flatMap(coolingSteps),
    ...lastSteps(facts, joints),
  ];
}

/** Minutes of each stage and of the whole, as they are priced. */
function minutesOf(quoted: Quote | null): Plan['minutes'] {
  const range = (found: Spread | undefined): PlannedRange => ({
    low: found?.range90[0] ?? 0,
    median: found?.median ?? 0,
    high: found?.range90[1] ?? 0,
  });
  const stages = QUOTE_STAGES.map(
    (stage) => [stage, range(quoted?.lines.find(({ id }) => id === stage)?.quantity)] as const,
  );
  // Every stage has its entry.
  return { ...Object.fromEntries(stages), total: range(quoted?.minutes) } as Plan['minutes'];
}

/** Minutes the metal of each joint is waited for between its runs. */
const waitsOf = (joints: readonly JointPlan[]): ReadonlyMap<string, number> =>
  new Map(
    joints.map(({ facts: { joint }, judged }) => [
      joint.id,
      (judged?.runs ?? []).reduce((sum, { waitedS }) => sum + waitedS, 0) / SECONDS,
    ]),
  );

function plannedJoint(plan: JointPlan, spaces: readonly BackSpace[], { profile }: JobFacts): PlannedJoint {
  const { facts, seam, tacks, settings, tackAmps } = plan;
  const tackSettings = settings.root?.tack;
  return {
    id: facts.joint.id,
    number: facts.number,
    pieces: facts.pieces.map(({ id }) => id),
    alikeTo: facts.leader === facts.joint ? null : facts.leader.id,
    lengthMm: seam?.lengthMm ?? null,
    seam: seam && { closed: seam.kind === 'ring', turntableRpm: plan.turntableRpm },
    rod: plan.rod,
    passes: plan.passes,
    tacks:
      seam && tacks && tackSettings && tackAmps !== null
        ? {
            atMm: tackPlacesMm(tacks, seam),
            lengthMm: tacks.lengthMm,
            seconds: tackSettings.seconds,
            amps: tackAmps,
            kind: tackSettings.wide ? 'wide' : 'small',
          }
        : null,
    metal: plan.metal,
    space: spaces.find(({ space }) => space.joints.includes(facts.joint.id))?.space.id ?? null,
    tint: { outside: profile.tintOutside, inside: profile.tint },
    profile: profile.id,
    order: plan.order?.title ?? null,
  };
}

/** What of the plan the machine cannot do, with ways out. */
const cannot = (joints: readonly JointPlan[], machines: readonly Machine[] = []): readonly PlannedCannot[] =>
  joints.flatMap(({ facts: { joint }, short, lacks }): PlannedCannot[] => {
    const waysTo = (process: Process): PlanCode[] =>
      machines.flatMap(({ id, name, processes }) =>
        processes.includes(process) ? [{ code: 'machine', machine: id, name }] : [],
      );
    return [
      ...lacks.map((process) => ({
        code: 'lacks-process' as const,
        joint: joint.id,
        pass: null,
        wants: null,
        gives: null,
        ways: waysTo(process),
      })),
      ...short.map((one) => ({ code: 'wants-amps' as const, joint: joint.id, ...one, ways: one.ways.map(asCode) })),
    ];
  });

/** A way as the plan tells it. */
const asCode = (way: MachineWay): PlanCode => ({ ...way });

/** A plan, with what its rooms draw and ask from it, and what it waits for. */
export interface WholePlan {
  readonly plan: Plan;
  readonly facts: JobFacts;
  readonly joints: readonly JointPlan[];
  readonly spaces: readonly BackSpace[];
  /** What its price is asked. */
  readonly quote: JobQuote;
  /** Questions no kept answer was there for. */
  readonly unanswered: {
    readonly choices: readonly ChooseInput[];
    readonly orders: readonly OrderAsked[];
    readonly pieces: readonly IdentifyInput[];
  };
}

/**
 * One plan of a job, from its record: rods, passes, tacks, gas, steps and minutes of the whole part, with what it was
 * made from. The same input gives the same bytes in the browser, on the server and on the command line.
 * @param reckoning what gives what no kept answer says; null: it is waited for
 */
export function wholePlan(input: PlanInput, reckoning: Reckoning | null): WholePlan {
  const facts = jobFacts(input, reckoning);
  const joints = facts.joints.map((one) => planJoint(one, facts));
  const { job, workshop, learnt } = input;
  const spaces = backSpaces({ ...facts, plan: job.purge, learnt });
  const steps = partSteps(facts, joints, spaces);
  const rods = new Map(joints.map(({ facts: { leader }, rod }) => [leader.id, rod.best]));
  const priced = quoteOfJob(job, {
    workshop,
    learnt,
    undecided: ({ id }) => rods.get(id),
    waits: waitsOf(joints),
    spaces,
  });
  const { question } = priced;
  const quoted = question && attempted(() => quote(question, input.seed));
  const [first] = facts.joints;
  const plan: Plan = {
    engine: ENGINE_VERSION,
    asOf: input.asOf,
    spaces: spaces.map(({ space }) => space),
    joints: joints.map((one) => plannedJoint(one, spaces, facts)),
    steps,
    minutes: minutesOf(quoted),
    needs: {
      depositG: quoted?.depositG.median ?? 0,
      gasL: quoted?.gasL.median ?? 0,
      machine: machineAtHand(job, workshop?.machines, first?.leader.joint.process ?? USUAL_PROCESS)?.name ?? null,
      cannot: cannot(joints, workshop?.machines),
    },
    open: [...joints.flatMap(({ open }) => open), ...spaces.flatMap(({ open }) => open)],
    cold: [...facts.choices.cold, ...facts.orders.cold, ...facts.named.cold].map(({ name }) => name),
  };
  const unanswered = {
    choices: facts.choices.cold.map(({ question: asked }) => asked),
    orders: facts.orders.cold.map(({ question: asked }) => asked),
    pieces: facts.named.cold.map(({ question: asked }) => asked),
  };
  return { plan, facts, joints, spaces, quote: priced, unanswered };
}
