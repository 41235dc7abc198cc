import type { Confidence, MaterialFamily } from '../catalogue';
import type { BackGas, BackShielding, Gas, JointFit, JointType } from '../joint';
import type { Coating, Form, Shape } from '../piece';
import type { HeatAdvice } from '../rod';
import type { TackPlan } from '../sequence';
import type { LengthUnit, TemperatureUnit } from '../units';

/** A piece as its preparation depends on it. */
export interface PreparedPiece {
  readonly id: string;
  /** What people call it, with its letter. */
  readonly name: string;
  readonly kind: 'base' | 'old-weld';
  readonly form: Form | null;
  readonly shape: Shape | null;
  readonly coating: Coating | null;
  /** State it came in: id of a piece condition. */
  readonly condition: string | null;
  /** Likeliest family; null while nothing is known. */
  readonly family: MaterialFamily | null;
  readonly thicknessMm: number | null;
  readonly outsideMm: number | null;
  /** Whether it may well be prone to hot cracking. */
  readonly crackProne: boolean;
}

/** A joint as its preparation depends on it. */
export interface PreparedJoint {
  readonly id: string;
  /** What people call it: its number. */
  readonly name: string;
  readonly type: JointType;
  readonly gas: Gas | null;
  readonly backShielding: BackShielding | null;
  /** What lies behind the root; null: argon. */
  readonly backGas: BackGas | null;
  readonly pieces: readonly string[];
  /** Gap and land as they are said or usual, mm. */
  readonly fit: Pick<{ readonly [Size in keyof JointFit]: number }, 'gapMm' | 'landMm'>;
  /** Length that is welded, mm; null: not known. */
  readonly seamMm: number | null;
  readonly closed: boolean;
  /** How far the insides of two tubes lie apart, mm; null: not known, or no tubes. */
  readonly insideApartMm: number | null;
  /** Thicker over thinner side; null: not known. */
  readonly thicknessRatio: number | null;
  /** Whether the root melts through. */
  readonly meltsThrough: boolean;
  /** How it is held; null: by no tacks, or nobody can say. */
  readonly tacks: Pick<TackPlan, 'count' | 'closed' | 'wide'> | null;
  /** Whether every bead is peened while it is hot. */
  readonly isPeened: boolean;
  /** Whether no rod is used. */
  readonly fused: boolean;
  /** Heat the pieces call for with the rod that leads. */
  readonly heat: readonly HeatAdvice[];
}

/** What a list of preparation is made from. */
export interface PreparationQuestion {
  readonly pieces: readonly PreparedPiece[];
  readonly joints: readonly PreparedJoint[];
  /** Most mismatch the workshop takes, mm; null: no limit of its own. */
  readonly highLowMm: number | null;
  /** Rooms inside that nothing leads out of. */
  readonly closedRooms: number;
  readonly lengthUnit: LengthUnit;
  readonly temperatureUnit: TemperatureUnit;
}

/** Parts of the list, in the order they are done. */
export const PREPARATION_GROUPS = ['look', 'clean', 'edges', 'fit', 'hold', 'heat', 'back', 'tack'] as const;
export type PreparationGroup = (typeof PREPARATION_GROUPS)[number];

/** One of two schools. */
export interface PreparationWay {
  readonly id: string;
  readonly title: string;
  readonly words: string;
  readonly minutes: readonly [number, number];
}

/** Something to be done before the arc. */
export interface PreparationItem {
  /** The same for the same thing to do, however often the list is made. */
  readonly key: string;
  readonly group: PreparationGroup;
  readonly joint: string | null;
  readonly piece: string | null;
  readonly title: string;
  readonly reason: string;
  /** What happens when it is skipped. */
  readonly skipped: string;
  readonly caution: string | null;
  /** Whether welding must not begin without it. */
  readonly doNot: boolean;
  readonly ways: readonly PreparationWay[];
  readonly source: string;
  readonly confidence: Confidence;
}
