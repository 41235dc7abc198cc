import type { JointDescription } from '@variatum/contracts';
import { completeJoint, dilutionAfter, type Choice, type JointInput } from '@variatum/metallurgy';
import { attempted } from './attempted';
import { COMMON_FAMILY } from './likely-metal';

/** Ferrite as it was expected, and with what was done otherwise to the dilution. */
export interface FerriteMoved {
  /** Melted share of base metal, 0 to 1. */
  readonly from: number;
  readonly to: number;
  /** Ferrite number at each; null: not reckoned. */
  readonly ferrite: readonly [number | null, number | null];
}

/** Melted share of base metal a joint is planned with, 0 to 1; null: it cannot be reckoned. */
export function plannedDilution(
  { dilution }: Pick<JointDescription, 'dilution'>,
  reckoned: JointInput,
  pieces: number,
): number | null {
  if (typeof dilution === 'number') return dilution;
  if (dilution) return dilution.mode;
  const families = Array.from({ length: pieces }, () => COMMON_FAMILY);
  return attempted(() => completeJoint(reckoned, families).dilution.mode);
}

/**
 * What heat laid otherwise than planned does to the ferrite.
 * @param heatRatio heat laid against what was planned
 */
export function ferriteAfter(
  { points }: NonNullable<Choice['dilutionCurve']>,
  planned: number,
  heatRatio: number,
): FerriteMoved {
  const now = dilutionAfter(planned, heatRatio);
  const nearest = (dilution: number): number | null => {
    const far = (one: (typeof points)[number]): number => Math.abs(one.dilution - dilution);
    const point = points.reduce<(typeof points)[number] | null>(
      (near, one) => (near === null || far(one) < far(near) ? one : near),
      null,
    );
    return point?.ferriteNumber.median ?? null;
  };
  return { from: planned, to: now, ferrite: [nearest(planned), nearest(now)] };
}
