import type { PlanStep } from '@variatum/contracts';
import type { Hold } from '@variatum/metallurgy';
import type { AtTurn, Afterwards } from './next-act';

/** Whether an arc is struck in a step: a tack or a run. */
export const isArc = (step: Pick<PlanStep, 'do'>): boolean => step.do === 'tack' || step.do === 'run';

/** A joint the plan goes on at, and with what. */
export interface JointInTurn extends AtTurn {
  readonly joint: string;
  readonly bead: 'tack' | 'run';
}

/** Joints at which somebody welds, and nobody else could. */
function takenJoints(steps: readonly PlanStep[]): ReadonlySet<string | null> {
  const burning = steps.filter(({ state }) => state === 'burning');
  const isShared = (joint: string | null): boolean =>
    steps.some(
      (step) =>
        step.joint === joint &&
        isArc(step) &&
        step.state === 'open' &&
        burning.every((one) => one.joint !== joint || one.person !== step.person),
    );
  return new Set(burning.flatMap(({ joint }) => (isShared(joint) ? [] : [joint])));
}

/**
 * Joints at which an arc is still to be struck, in the order of the plan: every joint that is to be tacked before those
 * that are to be run. One at which somebody welds alone comes after those nobody is at.
 */
export function jointsInTurn(steps: readonly PlanStep[]): readonly JointInTurn[] {
  const taken = takenJoints(steps);
  const found = new Map<string, JointInTurn>();
  for (const step of steps) {
    const { joint, state } = step;
    if (joint === null || !isArc(step) || found.has(joint) || (state !== 'open' && state !== 'broken')) continue;
    const bead = step.do === 'tack' ? 'tack' : 'run';
    const isOpen = (one: PlanStep): boolean => bead === 'run' && one.joint === joint && one.state === 'open';
    const held = steps.find((one) => one.do === 'hold' && one.joint === joint && one.state === 'open');
    found.set(joint, {
      joint,
      bead,
      hold: held ? (held.code as Hold) : null,
      isTaped: steps.some((one) => one.do === 'untape' && isOpen(one)),
      flowLpm: steps.find((one) => one.do === 'flow' && isOpen(one))?.flowLpm ?? null,
    });
  }
  const all = [...found.values()];
  return [...all.filter(({ joint }) => !taken.has(joint)), ...all.filter(({ joint }) => taken.has(joint))];
}

/** What follows at a joint once all is welded, by the steps of the plan. */
export function afterwardsAt(steps: readonly PlanStep[], joint: string | undefined): Afterwards {
  const of = (doing: PlanStep['do']): PlanStep | undefined =>
    steps.find((step) => step.do === doing && step.joint === joint && step.state === 'open');
  const [release, heat] = [of('release')?.until, of('post-heat')];
  return {
    releaseBelowC: release && 'belowC' in release ? release.belowC : null,
    heat: heat?.atC ? { grade: heat.code, lowC: heat.atC.low, highC: heat.atC.high } : null,
  };
}
