import joints from '../../data/joints.json';
import { mix, type Composition } from '../composition';

/** The kinds of pass with their titles. */
export const PASS_KINDS = ['root', 'hot', 'fill', 'cap'] as const;
/** A pass by its place. */
export type PassKind = (typeof PASS_KINDS)[number];

/** One pass: what it melts. */
export interface Pass {
  readonly kind: PassKind;
  /** Fraction of the pool that is melted metal, base metal and pass below together, 0 to 1. */
  readonly dilution: number;
  /** Share of the base metal in what is melted, the pass below being the rest, 0 to 1; 1 for the first pass. */
  readonly parentShare: number;
}

/** Passes a joint of a thickness is usually filled with, lowest first. @param thicknessMm the thicker side, mm */
export function usualPasses(thicknessMm: number): readonly PassKind[] {
  const row = joints.passesByThickness.find(({ upToMm }) => upToMm === null || thicknessMm <= upToMm);
  return (row?.passes ?? ['root']) as PassKind[];
}

/** Usual figures of a pass. @param rootDilution dilution of the root, which the joint decides */
export function usualPass(kind: PassKind, rootDilution: number): Pass {
  if (kind === 'root') return { kind, dilution: rootDilution, parentShare: 1 };
  const { dilution, parentShare } = joints.passes[kind];
  return { kind, dilution: dilution[1] as number, parentShare };
}

/**
 * Weld metal of each pass: every pass melts some base metal and some of the pass below it.
 * @param base melted base metal, mass percent
 * @param rod mass percent
 * @param passes lowest first; the first melts base metal only, whatever its share says
 * @returns compositions in the order of the passes
 */
export function passChain(base: Composition, rod: Composition, passes: readonly Pass[]): readonly Composition[] {
  let below: Composition | undefined;
  return passes.map(({ dilution, parentShare }) => {
    const ofBase = below ? dilution * parentShare : dilution;
    const parts = [
      { composition: rod, fraction: 1 - dilution },
      { composition: base, fraction: ofBase },
    ];
    if (below) parts.push({ composition: below, fraction: dilution - ofBase });
    below = mix(parts);
    return below;
  });
}
