import type { PlacedSeam } from '@variatum/job';
import { TURN_DEG } from '../kit/units';

/** A place on a seam in words: degrees from the top of a ring, mm along a line. */
export const placeWords = ({ kind, lengthMm }: PlacedSeam, mm: number): string =>
  kind === 'ring' ? `${Math.round((TURN_DEG * mm) / lengthMm)}°` : `${Math.round(mm)} mm`;
