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
  /** Where to go on, mm: of one that was broken off where it ended. */
  readonly goesOnMm: number;
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

/** Steps of a joint, and how each stands by its log. */
export function followSteps(steps: readonly WeldStep[], { beads }: Pick<PassLog, 'beads'>): readonly FollowedStep[] {
  return steps.map((step): FollowedStep => {
    const own = beads.filter((bead) => isSameStep(bead, step));
    const last = own.at(-1);
    if (!last) return { ...step, state: 'open', goesOnMm: step.fromMm };
    if (last.endMs === null) return { ...step, state: 'burning', goesOnMm: last.fromMm };
    const done = step.bead === 'tack' || own.some(({ whole }) => whole) || Math.abs(last.toMm - step.toMm) <= NEAR_MM;
    return { ...step, state: done ? 'done' : 'broken', goesOnMm: done ? step.toMm : last.toMm };
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
