import type { MaterialFamily } from '../catalogue';
import type { JointType } from '../joint';
import type { Form, Shape } from '../piece';

/** Ends of a piece: where its length begins, and where it ends. */
export const ENDS = ['start', 'finish'] as const;
/** An end of a piece. */
export type End = (typeof ENDS)[number];
/** Which way a crack, an overlay or a seam runs over its piece. */
export const COURSES = ['along', 'around'] as const;
export type Course = (typeof COURSES)[number];

/** What of a piece a picture and its figures are made from. Sizes in mm; null where not known. */
export interface AssemblyPiece {
  readonly id: string;
  readonly kind: 'base' | 'old-weld';
  readonly form: Form | null;
  /** null: as its form usually is. */
  readonly shape: Shape | null;
  /** Wall of something hollow, thickness of something flat, 0.1 to 300. */
  readonly thicknessMm: number | null;
  /** Outside diameter, 1 to 3000. */
  readonly outsideMm: number | null;
  /** Along its centre line, 1 to 20000. */
  readonly lengthMm: number | null;
  /** Across, of something flat or a section; over all, of a ring, 1 to 20000. */
  readonly widthMm: number | null;
  /** Outside diameter at its finish where it is swaged or reduced. */
  readonly endOutsideMm: number | null;
  /** By how much a bend turns, degrees, 1 to 180. */
  readonly bendDeg: number | null;
  /** How many alike there are, 1 to 99. */
  readonly count: number;
  /** Likely material family, for its mass. */
  readonly family?: MaterialFamily | null;
}

/** One side of a joint: which piece, and where on it. What is left open is settled by how the joint meets. */
export interface JointSide {
  readonly piece: string;
  /** At an end; null: somewhere along it, or not said. */
  readonly end: End | null;
  /** Distance from the start along the centre line, mm; null: not said. */
  readonly alongMm: number | null;
  /** Hour round the piece, 0 to 12, seen from its finish; null: not said. Twelve is up, or outward on a ring. */
  readonly clock: number | null;
}

/** A joint as a picture needs it. */
export interface AssemblyJoint {
  readonly id: string;
  readonly type: JointType;
  readonly sides: readonly JointSide[];
  /** Length of a crack, an overlay or a seam shorter than what it follows, mm. */
  readonly lengthMm: number | null;
  readonly course: Course | null;
  /** Set back of one side against the other, mm. */
  readonly gapMm: number | null;
}

/** A part: its pieces and the joints between them. */
export interface Assembly {
  readonly pieces: readonly AssemblyPiece[];
  readonly joints: readonly AssemblyJoint[];
}
