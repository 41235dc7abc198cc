import type { PlacedSeam } from '@variatum/job';

/** A place on a seam in words: degrees from the top of a ring, mm along a line. */
export const placeWords = ({ kind, lengthMm }: PlacedSeam, mm: number): string =>
  kind === 'ring' ? `${Math.round((360 * mm) / lengthMm)}°` : `${Math.round(mm)} mm`;
