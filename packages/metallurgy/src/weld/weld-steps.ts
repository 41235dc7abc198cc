import type { ArcRun } from '../heat';
import type { LaidBead, PassLog } from './pass-log';
import type { BeadKind } from './weld-entry';

/** What is to be welded at a joint, in order. */
export interface WeldSteps {
  /** Tacks in the order they are made, mm along the seam. */
  readonly tacksMm: readonly number[];
  readonly tackMm: number;
  /** Runs in their order. */
  readonly runs: readonly ArcRun[];
}

/** One thing to do with the arc. */
export interface WeldStep {
  readonly bead: Exclude<BeadKind, 'repair'>;
  readonly pass: number;
  /** Place in the plan, from 0: of the tacks, or of the runs. */
  readonly number: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly person: 0 | 1;
  /** Least pause before it, s. */
  readonly restS: number;
}

/** How a step stands: not begun, burning, broken off on the way, done. */
export type StepState = 'open' | 'burning' | 'broken' | 'done';

export interface FollowedStep extends WeldStep {
  readonly state: StepState;
  /** Where to go on, mm: of one that was broken off where it ended, past what an arc of another step has covered. */
  readonly goesOnMm: number;
  /** Where to end, mm: before what an arc of another step has covered. */
  readonly endsMm: number;
}

/** How far a run may end from its end and count as done, mm. */
const NEAR_MM = 1;

/** All steps of a joint: tacks, then runs. */
export function stepsOf({ tacksMm, tackMm, runs }: WeldSteps): readonly WeldStep[] {
  const tacks = tacksMm.map((at, number): WeldStep => ({
    bead: 'tack',
    pass: 0,
    number,
    fromMm: at - tackMm / 2,
    toMm: at + tackMm / 2,
    person: 0,
    restS: 0,
  }));
  return [...tacks, ...runs.map((run, number): WeldStep => ({ bead: 'run', number, ...run }))];
}

/** What of a step, or of a bead, says which one of the plan it is. */
export type StepName = Pick<LaidBead, 'bead' | 'number' | 'pass'>;

/** Whether two are the same step of the plan. */
export const isSameStep = (one: StepName, other: StepName | null): boolean =>
  one.bead === other?.bead && one.number === other.number && one.pass === other.pass;

/**
 * What is left of a stretch once arcs that went farther than planned are taken off both its ends.
 * @param laid stretches that were welded, mm
 */
function leftOf(
  fromMm: number,
  toMm: number,
  laid: readonly { readonly fromMm: number; readonly toMm: number }[],
): readonly [from: number, to: number] {
  const way = Math.sign(toMm - fromMm) || 1;
  // Along the way of the stretch everything runs forward.
  const stretches = laid
    .map((one) => [way * one.fromMm, way * one.toMm].sort((a, b) => a - b) as [number, number])
    .sort(([one], [other]) => one - other);
  let [from, to] = [way * fromMm, way * toMm];
  for (const [start, end] of stretches) if (start <= from + NEAR_MM && end > from) from = Math.min(end, to);
  for (const [start, end] of [...stretches].reverse())
    if (end >= to - NEAR_MM && start < to) to = Math.max(start, from);
  return [way * from, way * to];
}

/** Steps of a joint, and how each stands by its log: what an arc of one covered of another is not welded again. */
export function followSteps(steps: readonly WeldStep[], { beads }: Pick<PassLog, 'beads'>): readonly FollowedStep[] {
  return steps.map((step): FollowedStep => {
    const own = beads.filter((bead) => isSameStep(bead, step));
    const last = own.at(-1);
    if (last && last.endMs === null) return { ...step, state: 'burning', goesOnMm: last.fromMm, endsMm: last.toMm };
    // One that went on past its end came there too.
    const way = Math.sign(step.toMm - step.fromMm) || 1;
    const cameToEnd = last && way * (last.toMm - step.toMm) >= -NEAR_MM;
    const isDone = last && (step.bead === 'tack' || own.some(({ whole }) => whole) || cameToEnd);
    if (isDone) return { ...step, state: 'done', goesOnMm: step.toMm, endsMm: step.toMm };
    const beganMm = last ? last.toMm : step.fromMm;
    if (step.bead === 'tack') return { ...step, state: 'open', goesOnMm: beganMm, endsMm: step.toMm };
    const others = beads.filter(
      (bead) => bead.bead === 'run' && bead.pass === step.pass && bead.endMs !== null && !isSameStep(bead, step),
    );
    const [goesOnMm, endsMm] = leftOf(beganMm, step.toMm, others);
    const isCovered = Math.abs(endsMm - goesOnMm) <= NEAR_MM;
    return { ...step, state: isCovered ? 'done' : last ? 'broken' : 'open', goesOnMm, endsMm };
  });
}

/**
 * What is next for somebody: the first that is not done and that nobody burns, of their own before that of the other. A
 * later pass waits until the one before it is done; runs wait for the tacks.
 * @param person which of two; null: whoever
 */
export function nextStep(followed: readonly FollowedStep[], person: 0 | 1 | null = null): FollowedStep | null {
  const free = followed.filter(({ state }) => state === 'open' || state === 'broken');
  const burning = followed.filter(({ state }) => state === 'burning');
  const first = free[0];
  if (!first) return null;
  // What is under it must be there: tacks before runs, a pass before the next.
  const level = ({ bead, pass }: WeldStep): number => (bead === 'tack' ? -1 : pass);
  const lowest = Math.min(level(first), ...burning.map(level));
  const ready = free.filter((step) => level(step) === lowest);
  return (
    ready.find((step) => person === null || step.bead === 'tack' || step.person === person) ??
    (person === null ? null : burning.length > 0 ? null : (ready[0] ?? null))
  );
}
