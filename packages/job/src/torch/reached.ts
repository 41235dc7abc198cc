import type { LaidBead } from '@variatum/metallurgy';
import type { JointSeam } from '../questions';

/**
 * Where an arc came to that went out at a place of its seam, along its own way: of a ring past its beginning where it
 * went round; null: it cannot have come there.
 * @param placeMm as it is measured, from the beginning of the seam
 */
export function reachedAt(
  { kind, lengthMm }: Pick<JointSeam, 'kind' | 'lengthMm'>,
  { fromMm, toMm }: Pick<LaidBead, 'fromMm' | 'toMm'>,
  placeMm: number,
): number | null {
  if (!(placeMm >= 0 && placeMm <= lengthMm)) return null;
  const way = Math.sign(toMm - fromMm) || 1;
  const ahead = way * (placeMm - fromMm);
  if (kind === 'line') return ahead > 0 ? placeMm : null;
  const round = ((ahead % lengthMm) + lengthMm) % lengthMm;
  return fromMm + way * (round === 0 ? lengthMm : round);
}
