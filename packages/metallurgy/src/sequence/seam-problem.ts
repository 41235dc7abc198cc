import type { ArcRun, ArcSource, Shell } from '../heat';
import type { Hold } from '../shrinkage';

/** A stretch of a seam, mm along it, `fromMm` below `toMm`; on a ring it may pass the end. */
export interface Stretch {
  readonly fromMm: number;
  readonly toMm: number;
}

/** A seam that is to be welded in some order. */
export interface SeamProblem {
  readonly shell: Shell;
  readonly passes: number;
  /** Arc of each pass; the last stands for those that follow. */
  readonly arcs: readonly ArcSource[];
  /** Most a run of a later pass may meet, °C; null: no limit. */
  readonly interpassC: number | null;
  /** Most any run may meet, °C: its colours stay narrow, or metal that bears no heat stays cold; null: no limit. */
  readonly everyRunC?: number | null | undefined;
  /** Longest run, mm; null: as long as the hand goes. */
  readonly mostRunMm?: number | null | undefined;
  readonly ambientC: number;
  readonly emissivity: number;
  /** How far each pass would draw the sides together if nothing held, mm. */
  readonly shrinkMm: readonly number[];
  readonly hold: Hold;
  readonly tackMm: number;
  /** One or two, on opposite sides at once. */
  readonly people: 1 | 2;
  /** Seconds from one run to the next. */
  readonly moveS: number;
  /** Stretches out of reach as the part lies. */
  readonly outOfReach: readonly Stretch[];
  /** Whether the part can be turned for them; else they stay unwelded. */
  readonly turns: boolean;
  /** Stretches that must not be welded. */
  readonly left: readonly Stretch[];
  /** Runs of the root that come first whatever follows: what was fixed by hand. */
  readonly fixed: readonly ArcRun[];
}

/** How orders are named and made. */
export interface Habit {
  readonly id: string;
  readonly title: string;
  readonly runs: readonly ArcRun[];
}
