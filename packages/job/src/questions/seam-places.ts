import type { KeptStretch } from '@variatum/contracts';
import type { Stretch } from '@variatum/metallurgy';

/** A seam as far as places on it are said. */
export interface PlacedSeam {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
}

/** Degrees all round. */
const ROUND = 360;
/** Degrees of an hour on a ring. */
export const HOUR_DEGREES = ROUND / 12;
/** What a place may lie beyond the end by rounding. */
const ROUNDED = 0.5;

/** Farthest place of a seam, in what stretches are kept in: degrees of a ring, mm of a line. */
export const farthest = ({ kind, lengthMm }: PlacedSeam): number => (kind === 'ring' ? ROUND : lengthMm);

/**
 * Stretches as they are kept, mm along the seam they are of; one that is not on it stands at its field and counts for
 * nothing.
 */
export function stretchesOf(seam: PlacedSeam, kept: readonly KeptStretch[]): readonly Stretch[] {
  const unit = seam.lengthMm / farthest(seam);
  const isOn = (place: number): boolean => place >= 0 && place <= farthest(seam) + ROUNDED;
  return kept
    .filter(({ from, to }) => isOn(from) && isOn(to))
    .map(({ from, to }) => ({ fromMm: from * unit, toMm: to * unit }));
}

/** Whether a stretch lies on a seam. */
export const isOnSeam = ({ lengthMm }: Pick<PlacedSeam, 'lengthMm'>, { fromMm, toMm }: Stretch): boolean =>
  Math.max(fromMm, toMm) <= lengthMm + ROUNDED;
