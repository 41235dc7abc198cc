import {
  PLAN_STAGES,
  type Plan,
  type PlanCode,
  type PlannedJoint,
  type PlanStage,
  type PlanStep,
} from '@variatum/contracts';
import { ENGINE_VERSION, quote, usualMinutes, type QuoteQuestion } from '@variatum/metallurgy';
import { attempted, backSpaces, machineFor, quoteOfJob, tackPlacesMm, type BackSpace } from '../questions';
import { jobFacts, type JobFacts } from './job-facts';
import { planJoint, type JointPlan } from './joint-plan';
import { gasSteps, lastSteps, preparationSteps, weldSteps } from './part-steps';
import type { PlanInput } from './plan-input';

/** Joints in the order they are welded: room by room, in each the farthest from the feed first; then the others. */
function weldOrder(joints: readonly JointPlan[], spaces: readonly BackSpace[]): readonly JointPlan[] {
  const ids = [...new Set(spaces.flatMap(({ space }) => space.joints))];
  const first = ids.flatMap((id) => joints.find(({ facts }) => facts.joint.id === id) ?? []);
  return [...first, ...joints.filter((one) => !first.includes(one))];
}

/** All steps of the part: what is prepared, gas, all tacks, joint after joint, gas off, what follows. */
function partSteps(facts: JobFacts, joints: readonly JointPlan[], spaces: readonly BackSpace[]): readonly PlanStep[] {
  const gas = spaces.flatMap((space) => gasSteps(space, facts));
  const ordered = weldOrder(joints, spaces).map((joint) => weldSteps(joint, facts));
  return [
    ...preparationSteps(facts, joints),
    ...gas.filter((step) => step.do === 'gas-on'),
    ...ordered.flatMap(({ tacks }) => tacks),
    ...ordered.flatMap(({ runs }) => runs),
    ...gas.filter((step) => step.do === 'gas-off'),
    ...lastSteps(facts, joints),
  ];
}

/** Minutes of each stage: those of the quote, and what is waited for metal to cool beside them. */
function minutesOf(question: QuoteQuestion | null, steps: readonly PlanStep[]): Plan['minutes'] {
  const usual = question && attempted(() => usualMinutes(question));
  const cool = steps.reduce((sum, step) => (step.do === 'rest' ? sum + step.elapsedMinutes : sum), 0);
  const stages = PLAN_STAGES.map((stage) => {
    if (stage === 'cool') return [stage, { labour: 0, elapsed: cool }] as const;
    const minutes = usual?.[stage === 'gas' ? 'purge' : stage] ?? 0;
    return [stage, { labour: stage === 'gas' ? 0 : minutes, elapsed: minutes }] as const;
  });
  const sum = (of: 'labour' | 'elapsed'): number => stages.reduce((all, [, one]) => all + one[of], 0);
  return {
    ...(Object.fromEntries(stages) as Record<PlanStage, { labour: number; elapsed: number }>),
    total: { labour: sum('labour'), elapsed: sum('elapsed') },
  };
}

function plannedJoint(plan: JointPlan, spaces: readonly BackSpace[], { profile }: JobFacts): PlannedJoint {
  const { facts, seam, tacks, tackSettings } = plan;
  return {
    id: facts.joint.id,
    number: facts.number,
    pieces: facts.pieces.map(({ id }) => id),
    alikeTo: facts.leader === facts.joint ? null : facts.leader.id,
    lengthMm: seam?.lengthMm ?? null,
    seam: seam && { closed: seam.kind === 'ring' },
    rod: plan.rod,
    passes: plan.passes,
    tacks:
      seam && tacks && tackSettings
        ? {
            atMm: tackPlacesMm(tacks, seam),
            lengthMm: tacks.lengthMm,
            seconds: tackSettings.seconds,
            amps: tackSettings.amps,
            kind: tackSettings.wide ? 'wide' : 'small',
          }
        : null,
    metal: plan.metal,
    space: spaces.find(({ space }) => space.joints.includes(facts.joint.id))?.space.id ?? null,
    tint: { outside: profile.tintOutside, inside: profile.tint },
    profile: profile.id,
    order: plan.order,
  };
}

/** What of the plan the machine cannot do. */
const cannot = (joints: readonly JointPlan[]): readonly PlanCode[] =>
  joints.flatMap(({ facts, short }) =>
    short ? [{ code: 'wants-amps', joint: facts.joint.id, wants: short.wants, gives: short.gives }] : [],
  );

/**
 * One plan of a job, from its record: rods, passes, tacks, gas, steps and minutes of the whole part. The same input
 * gives the same bytes in the browser, on the server and on the command line.
 */
export function planOfJob(input: PlanInput): Plan {
  const facts = jobFacts(input);
  const joints = facts.joints.map((one) => planJoint(one, facts));
  const { job, workshop, learnt } = input;
  const spaces = backSpaces({ ...facts, plan: job.purge, learnt });
  const steps = partSteps(facts, joints, spaces);
  const rods = new Map(joints.map(({ facts: { leader }, rod }) => [leader.id, rod.best]));
  const { question } = quoteOfJob(job, { workshop, learnt, undecided: ({ id }) => rods.get(id), spaces });
  const quoted = question && attempted(() => quote(question, input.seed));
  const [first] = facts.joints;
  return {
    engine: ENGINE_VERSION,
    asOf: input.asOf,
    spaces: spaces.map(({ space }) => space),
    joints: joints.map((one) => plannedJoint(one, spaces, facts)),
    steps,
    minutes: minutesOf(question, steps),
    needs: {
      depositG: quoted?.depositG.median ?? 0,
      gasL: quoted?.gasL.median ?? 0,
      machine: machineFor(workshop?.machines, first?.leader.joint.process)?.name ?? null,
      cannot: cannot(joints),
    },
    open: [...joints.flatMap(({ open }) => open), ...spaces.flatMap(({ open }) => open)],
    cold: [...facts.choices.cold, ...facts.orders.cold],
  };
}
