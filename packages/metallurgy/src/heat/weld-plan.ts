import data from '../../data/heat.json';
import type { ArcSource } from './arc-source';
import type { Shell } from './shell';

/** Who welds: the first of two, or the second. */
export type Welder = 0 | 1;

/** One unbroken run of the arc along the seam. */
export interface ArcRun {
  /** 0 for the root. */
  readonly pass: number;
  /** mm along the seam; on a ring it may go past the end of it. */
  readonly fromMm: number;
  /** Smaller than `fromMm`: it runs the other way. */
  readonly toMm: number;
  readonly person: Welder;
  /** Least pause before it, s, beside the time it takes to move there. */
  readonly restS: number;
}

/** A seam's runs in their order, and the rules they keep. */
export interface WeldPlan {
  readonly runs: readonly ArcRun[];
  /** Arc of each pass; the last one stands for those that follow. */
  readonly arcs: readonly ArcSource[];
  /** The metal a run of a later pass is about to cover may be no hotter than this on the mean, °C; null: no limit. */
  readonly interpassC: number | null;
  /** The metal any run is about to cover may be no hotter than this on the mean, °C, the root's too; null: no limit. */
  readonly everyRunC?: number | null | undefined;
  /** From one run to the next: to go there, set down, start, s. */
  readonly moveS: number;
}

/** What a run came to. */
export interface RunRecord extends ArcRun {
  readonly startS: number;
  readonly endS: number;
  /** Waited for the metal to cool, s. */
  readonly waitedS: number;
  /** Mean temperature of the metal it was about to cover, just before its arc, °C. */
  readonly metC: number;
}

/** Most the metal may be that a run of a pass is about to cover, °C; null: no limit. */
export function metalLimit(
  { interpassC, everyRunC = null }: Pick<WeldPlan, 'interpassC' | 'everyRunC'>,
  pass: number,
): number | null {
  if (pass === 0 || interpassC === null) return everyRunC;
  return everyRunC === null ? interpassC : Math.min(interpassC, everyRunC);
}

/**
 * Where a limit is held before a run: where its arc begins, a quarter of a ring or as far as a hand goes. What lies
 * farther on cools until the arc is there.
 */
export function feltStretch(
  { fromMm, toMm }: Pick<ArcRun, 'fromMm' | 'toMm'>,
  { kind, lengthMm }: Pick<Shell, 'kind' | 'lengthMm'>,
): Pick<ArcRun, 'fromMm' | 'toMm'> {
  const { ringShare, lineMm } = data.felt;
  const mostMm = kind === 'ring' ? ringShare * lengthMm : lineMm;
  const feltMm = Math.min(Math.abs(toMm - fromMm), mostMm);
  return { fromMm, toMm: fromMm + Math.sign(toMm - fromMm) * feltMm };
}

/** Arc of a pass. */
export const arcOfPass = ({ arcs }: Pick<WeldPlan, 'arcs'>, pass: number): ArcSource =>
  arcs[Math.min(pass, arcs.length - 1)] as ArcSource;
