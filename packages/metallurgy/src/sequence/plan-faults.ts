import type { ArcRun } from '../heat';
import { laidOut, unreached, without, type Access } from './access';
import type { Stretch } from './seam-problem';

/** What a plan does not keep to: it welds what must stay free, or what nobody reaches, or leaves a gap. */
export const PLAN_FAULTS = ['forbidden', 'unreached', 'gap'] as const;
export type PlanFault = (typeof PLAN_FAULTS)[number];

/** Shorter than this nobody sees, mm. */
const SEEN_MM = 0.5;

const shared = (ones: readonly Stretch[], others: readonly Stretch[]): boolean =>
  ones.some((one) =>
    others.some((other) => Math.min(one.toMm, other.toMm) - Math.max(one.fromMm, other.fromMm) > SEEN_MM),
  );

/** What the root of a plan does not keep to. */
export function planFaults(
  seam: Access & { readonly left: readonly Stretch[] },
  runs: readonly ArcRun[],
): readonly PlanFault[] {
  const root = runs.filter(({ pass }) => pass === 0);
  const covered = laidOut(
    seam,
    root.map(({ fromMm, toMm }) => ({ fromMm: Math.min(fromMm, toMm), toMm: Math.max(fromMm, toMm) })),
  );
  const forbidden = laidOut(seam, seam.left);
  const hidden = unreached(seam);
  const gaps = without(seam.lengthMm, laidOut(seam, [...covered, ...forbidden, ...hidden]));
  const found: Readonly<Record<PlanFault, boolean>> = {
    forbidden: shared(covered, forbidden),
    unreached: shared(covered, hidden),
    gap: gaps.some(({ fromMm, toMm }) => toMm - fromMm > SEEN_MM),
  };
  return PLAN_FAULTS.filter((fault) => found[fault]);
}
