import { dilutionAfter, type Choice } from '@variatum/metallurgy';

/** Ferrite as it was expected, and with what was done otherwise to the dilution. */
export interface FerriteMoved {
  /** Melted share of base metal, 0 to 1. */
  readonly from: number;
  readonly to: number;
  /** Ferrite number at each; null: not reckoned. */
  readonly ferrite: readonly [number | null, number | null];
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
