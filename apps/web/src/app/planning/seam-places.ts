import type { KeptStretch } from '@variatum/contracts';
import type { Stretch } from '@variatum/metallurgy';

/** A seam as far as places on it are said in words. */
export interface PlacedSeam {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
}

/** Degrees of an hour on a ring. */
export const HOUR_DEGREES = 30;

/** Farthest place of a seam, in what stretches are kept in: degrees of a ring, mm of a line. */
export const farthest = ({ kind, lengthMm }: PlacedSeam): number => (kind === 'ring' ? 360 : lengthMm);

/**
 * Stretches as they are kept, mm along the seam they are of; one that is not on it stands at its field and counts for
 * nothing.
 */
export function stretchesOf(seam: PlacedSeam, kept: readonly KeptStretch[]): readonly Stretch[] {
  const unit = seam.lengthMm / farthest(seam);
  const isOn = (place: number): boolean => place >= 0 && place <= farthest(seam) + 0.5;
  return kept
    .filter(({ from, to }) => isOn(from) && isOn(to))
    .map(({ from, to }) => ({ fromMm: from * unit, toMm: to * unit }));
}

/** A place on a seam in words: degrees from the top of a ring, mm along a line. */
export const placeWords = ({ kind, lengthMm }: PlacedSeam, mm: number): string =>
  kind === 'ring' ? `${Math.round((360 * mm) / lengthMm)}°` : `${Math.round(mm)} mm`;
