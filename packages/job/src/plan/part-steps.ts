import type { PlanStep } from '@variatum/contracts';
import {
  HOLD_PURGE_C,
  isHeldFirmly,
  isSameFlow,
  isSameStep,
  RELEASE_BELOW_C,
  turnedRuns,
  type ArcRun,
  type FollowedStep,
  type LaidBead,
  type RunRecord,
} from '@variatum/metallurgy';
import { verdictOf, type BackSpace } from '../questions';
import { findingsOf, recorded } from '../records';
import type { JobFacts } from './job-facts';
import type { JointPlan } from './joint-plan';
import { preparationOf, type PreparedPlan } from './preparation-of';

const NOTHING = {
  joint: null,
  space: null,
  pass: null,
  fromMm: null,
  toMm: null,
  person: 0,
  until: null,
  turnMm: null,
  flowLpm: null,
  atC: null,
  state: 'open',
  entries: [],
  labourMinutes: 0,
  elapsedMinutes: 0,
} as const satisfies Partial<PlanStep>;

const SECONDS = 60;

/** A stretch of a pass as part of a name, tenths of a millimetre. */
const stretch = ({ pass, fromMm, toMm }: Pick<ArcRun, 'pass' | 'fromMm' | 'toMm'>): string =>
  `${pass} ${fromMm.toFixed(1)}-${toMm.toFixed(1)}`;

/** What is done before the arc, as the preparation list has it. */
export function preparationSteps(plan: PreparedPlan): readonly PlanStep[] {
  const { preparation } = plan.facts.input.job;
  const items = preparationOf(plan, { letters: new Map(), workshop: null });
  return items.map(({ key, joint, ways }): PlanStep => {
    const said = preparation.findLast((one) => one.key === key);
    const way = ways.find(({ id }) => id === said?.way) ?? ways[0];
    const minutes = way ? (way.minutes[0] + way.minutes[1]) / 2 : 0;
    return {
      ...NOTHING,
      id: `prepare ${key}`,
      do: 'prepare',
      joint,
      state: said?.state ?? 'open',
      entries: said ? [said.id] : [],
      labourMinutes: minutes,
      elapsedMinutes: minutes,
      code: key,
    };
  });
}

/** Gas before the arc, and off after it; none where no gas stands behind. */
export function gasSteps({ space, isGas }: BackSpace, facts: JobFacts): readonly PlanStep[] {
  if (!isGas) return [];
  const isOn = facts.input.job.purge.clock !== null;
  const wait = space.waitMinutes?.median ?? 0;
  return [
    {
      ...NOTHING,
      id: `gas-on ${space.id}`,
      do: 'gas-on',
      space: space.id,
      until: { ppm: space.targetPpm },
      flowLpm: space.fillLpm,
      state: isOn ? 'done' : 'open',
      elapsedMinutes: wait,
      code: space.way,
    },
    {
      ...NOTHING,
      id: `gas-off ${space.id}`,
      do: 'gas-off',
      space: space.id,
      until: { belowC: HOLD_PURGE_C },
      code: 'metal-no-longer-colours',
    },
  ];
}

/** Beads of the log that are of a step. */
const entriesOf = (beads: readonly LaidBead[], step: FollowedStep): readonly string[] =>
  beads.filter((bead) => isSameStep(bead, step)).map(({ id }) => id);

/** Tacks of a joint, then its runs with what is waited for and turned before them. */
export function weldSteps(plan: JointPlan): {
  readonly tacks: readonly PlanStep[];
  readonly runs: readonly PlanStep[];
} {
  const {
    facts: { joint },
    question,
    judged,
    settings,
    followed: steps,
    log: { beads },
  } = plan;
  const tackSettings = settings.root?.tack;
  const tackMinutes = tackSettings ? (tackSettings.seconds[0] + tackSettings.seconds[1]) / 2 / SECONDS : 0;
  const travel = question?.arcs[0]?.travelMmPerS;
  const turned = question ? turnedRuns(question, plan.runs) : [];
  const records = new Map<string, RunRecord>((judged?.runs ?? []).map((run) => [stretch(run), run]));
  const placeOf = ({ pass, fromMm, toMm, person }: FollowedStep) => ({
    ...NOTHING,
    joint: joint.id,
    pass: pass + 1,
    fromMm,
    toMm,
    person,
  });
  // One that is done took what it was planned for; of one that was begun, or reached into, the rest is left.
  const left = ({ state, fromMm, toMm, goesOnMm, endsMm }: FollowedStep): number =>
    state === 'open' || state === 'broken' ? endsMm - goesOnMm : toMm - fromMm;
  const stepOf = (step: FollowedStep): PlanStep => {
    const minutes = step.bead === 'tack' ? tackMinutes : travel ? Math.abs(left(step)) / travel / SECONDS : 0;
    return {
      ...placeOf(step),
      id: `${step.bead} ${joint.id} ${stretch(step)}`,
      do: step.bead === 'tack' ? 'tack' : 'run',
      state: step.state,
      entries: entriesOf(beads, step),
      labourMinutes: minutes,
      elapsedMinutes: minutes,
      code: step.bead,
    };
  };
  const before = (step: FollowedStep, index: number): readonly PlanStep[] => {
    const own = placeOf(step);
    const place = `${joint.id} ${stretch(step)}`;
    const state = step.state === 'open' ? 'open' : 'done';
    const turn = turned[index];
    const waitedS = records.get(stretch(step))?.waitedS ?? 0;
    const limitC = plan.limitsC[step.pass] ?? null;
    const roll: PlanStep[] = turn?.turned
      ? [{ ...own, id: `roll ${place}`, do: 'roll', turnMm: turn.turnMm, state, code: 'out-of-reach' }]
      : [];
    const rest: PlanStep[] =
      waitedS > 0 && limitC !== null
        ? [
            {
              ...own,
              id: `rest ${place}`,
              do: 'rest',
              until: { belowC: limitC },
              state,
              elapsedMinutes: waitedS / SECONDS,
              code: 'interpass',
            },
          ]
        : [];
    return [...roll, ...rest];
  };
  const after = (step: FollowedStep): readonly PlanStep[] =>
    plan.metal.isPeened
      ? [
          {
            ...placeOf(step),
            id: `peen ${joint.id} ${stretch(step)}`,
            do: 'peen',
            state: step.state === 'done' ? 'done' : 'open',
            code: 'while-it-is-hot',
          },
        ]
      : [];
  const runs = steps.filter(({ bead }) => bead === 'run');
  return {
    tacks: steps.filter(({ bead }) => bead === 'tack').map(stepOf),
    runs: runs.flatMap((step, index) => [...before(step, index), stepOf(step), ...after(step)]),
  };
}

/**
 * What is done with the gas before the runs of a joint: its tape comes off when its turn has come, and the flow follows
 * its fit.
 * @param beforeLpm flow as it stands before it
 * @param isBegun whether a run of it was struck
 */
export function turnSteps(
  { space, isGas }: BackSpace,
  joint: string,
  beforeLpm: number,
  isBegun: boolean,
): readonly PlanStep[] {
  const turn = isGas ? space.turns.find((one) => one.joint === joint) : undefined;
  if (!turn) return [];
  const own = { ...NOTHING, joint, space: space.id, state: isBegun ? 'done' : 'open' } as const;
  const isOther = !isSameFlow(turn.lpm, beforeLpm);
  const code = turn.lpm > beforeLpm ? 'poor-fit' : 'as-usual';
  return [
    { ...own, id: `untape ${joint}`, do: 'untape', code: 'its-turn' },
    ...(isOther ? [{ ...own, id: `flow ${joint}`, do: 'flow' as const, flowLpm: turn.lpm, code }] : []),
  ];
}

/** What holds a joint against its pull, before it is tacked; none where nothing does. */
export function holdSteps({ facts: { joint }, kept: { hold }, log: { beads } }: JointPlan): readonly PlanStep[] {
  if (!isHeldFirmly(hold)) return [];
  const state = beads.length > 0 ? 'done' : 'open';
  return [{ ...NOTHING, id: `hold ${joint.id}`, do: 'hold', joint: joint.id, state, code: hold }];
}

/** Heat afterwards, and what held it let go once it is cold. */
export function coolingSteps({ facts: { joint }, heat, kept: { hold } }: JointPlan): readonly PlanStep[] {
  const afterwards = heat.filter(({ kind }) => kind === 'afterwards');
  return [
    ...afterwards.map(({ grade, temperatureC: [low, high], minutes }): PlanStep => ({
      ...NOTHING,
      id: `post-heat ${joint.id} ${grade}`,
      do: 'post-heat',
      joint: joint.id,
      atC: { low, high },
      elapsedMinutes: minutes,
      code: grade,
    })),
    ...(isHeldFirmly(hold)
      ? [
          {
            ...NOTHING,
            id: `release ${joint.id}`,
            do: 'release' as const,
            joint: joint.id,
            until: { belowC: RELEASE_BELOW_C },
            code: hold,
          },
        ]
      : []),
  ];
}

/** What was found and is not borne: each is mended where it lies. */
function repairSteps(
  { facts: { joint } }: JointPlan,
  { input: { job, workshop }, part }: JobFacts,
): readonly PlanStep[] {
  return verdictOf(job, joint, workshop, part.spaces).lines.flatMap(({ line, state, finding }): readonly PlanStep[] =>
    state === 'missed' && finding
      ? [
          {
            ...NOTHING,
            id: `repair ${joint.id} ${line} ${finding.id}`,
            do: 'repair',
            joint: joint.id,
            fromMm: finding.atMm,
            toMm: finding.atMm,
            code: line,
          },
        ]
      : [],
  );
}

/** What follows the last arc: each joint is cleaned and looked at, and mended where something is not borne. */
export const lastSteps = (facts: JobFacts, joints: readonly JointPlan[]): readonly PlanStep[] =>
  joints.flatMap((plan): readonly PlanStep[] => {
    const { input, profile } = facts;
    const { joint } = plan.facts;
    const verdict = recorded(input.job, 'verdict').findLast(({ jointId }) => jointId === joint.id);
    const cleaned = findingsOf(input.job, joint.id).findLast(({ line }) => line === 'cleaning');
    const cleanUp: PlanStep = {
      ...NOTHING,
      id: `clean-up ${joint.id}`,
      do: 'clean-up',
      joint: joint.id,
      ...(cleaned ? { state: 'done' as const, entries: [cleaned.id] } : {}),
      code: profile.cleaning,
    };
    const inspect: PlanStep = {
      ...NOTHING,
      id: `inspect ${joint.id}`,
      do: 'inspect',
      joint: joint.id,
      state: verdict ? 'done' : 'open',
      entries: verdict ? [verdict.id] : [],
      code: profile.id,
    };
    const repairs = repairSteps(plan, facts);
    return profile.cleaning === 'none' ? [inspect, ...repairs] : [cleanUp, inspect, ...repairs];
  });
