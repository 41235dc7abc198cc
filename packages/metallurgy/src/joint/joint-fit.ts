import data from '../../data/joint-section.json';
import { fromJson } from '../from-json';
import type { JointType } from './joint-input';

/** How the edges of a joint are prepared and set, as far as somebody said. Sizes in mm; null where not known. */
export interface JointFit {
  /** Set apart at the root, 0 to 20. */
  readonly gapMm: number | null;
  /** Square nose below a bevel, 0 to 20. */
  readonly landMm: number | null;
  /** Both bevels together, degrees, 0 to 120. */
  readonly bevelDeg: number | null;
  /** How far one side lies lower than the other at the root, -20 to 20; positive: the second side lies lower. */
  readonly mismatchMm: number | null;
  /** Leg of a fillet, 0.5 to 40. */
  readonly legMm: number | null;
}

/** The sizes of a fit. */
export const FIT_SIZES = ['gapMm', 'landMm', 'bevelDeg', 'mismatchMm', 'legMm'] as const;
/** Nothing said of a fit. */
export const UNSAID_FIT: JointFit = { gapMm: null, landMm: null, bevelDeg: null, mismatchMm: null, legMm: null };

/** A fit with every size: what was said, and what is usual for the joint. */
export type UsualFit = { readonly [Size in keyof JointFit]: number };

const of = (sizes: Readonly<Record<string, number>>, type: JointType): number => sizes[type] ?? sizes['default'] ?? 0;

/**
 * Completes a fit by what is usual for the joint.
 * @param thicknessMm of both sides, mm
 */
export function usualFit(type: JointType, thicknessMm: readonly [number, number], said: JointFit): UsualFit {
  const thinner = Math.min(...thicknessMm);
  const { usual, leastMm, mostMm } = data.legToThinner;
  const sizes = fromJson<Readonly<Record<'gapMm' | 'landMm' | 'bevelDeg', Readonly<Record<string, number>>>>>(data);
  // A thin crack is followed with the arc; a thick one is ground out to a groove.
  const grooved = type !== 'crack' || thinner >= data.groovedFromMm;
  const bevelDeg = said.bevelDeg ?? (grooved ? of(sizes.bevelDeg, type) : 0);
  return {
    gapMm: said.gapMm ?? of(sizes.gapMm, type),
    landMm: Math.min(said.landMm ?? (bevelDeg === 0 ? thinner : of(sizes.landMm, type)), thinner),
    bevelDeg,
    mismatchMm: said.mismatchMm ?? 0,
    legMm: said.legMm ?? Math.min(mostMm, Math.max(leastMm, usual * thinner)),
  };
}
