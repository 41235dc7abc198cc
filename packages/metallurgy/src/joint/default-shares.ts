import { power } from '../arithmetic';
import joints from '../../data/joints.json';
import { FAMILIES, type MaterialFamily } from '../catalogue';
import type { ShareRange } from './joint-input';

/**
 * Shares of the pieces in the melted base metal: a thin or poorly conducting piece melts more than a thick one, and the
 * arc aimed at a piece melts more of it. The exponents are estimates in the data.
 */
export function defaultShares(
  families: readonly MaterialFamily[],
  thicknessMm: readonly number[],
  aimedAt: number | undefined,
): readonly ShareRange[] {
  const { thicknessExponent, conductivityExponent, aimShift, halfWidth, bounds } = joints.shares;
  const weights = families.map(
    (family, index) =>
      power(thicknessMm[index] as number, -thicknessExponent) *
      power(FAMILIES[family].conductivityWPerMK, -conductivityExponent),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const pieces = families.length;
  return weights.map((weight, index) => {
    const shift = aimedAt === undefined || pieces < 2 ? 0 : index === aimedAt ? aimShift : -aimShift / (pieces - 1);
    const clamp = (share: number): number =>
      pieces === 1 ? 1 : Math.min(bounds[1] as number, Math.max(bounds[0] as number, share));
    const mode = clamp(weight / total + shift);
    return { min: clamp(mode - halfWidth), mode, max: clamp(mode + halfWidth) };
  });
}
