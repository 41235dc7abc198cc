import type { Assembly, AssemblyPiece } from './assembly-input';
import { bodyOf, type Body } from './body';
import { settleSides, type SettledJoint } from './settle-sides';

/** A part before anything is placed: its base metals as bodies, and where its joints sit on them. */
export interface SettledPart {
  readonly pieces: readonly AssemblyPiece[];
  readonly bodies: ReadonlyMap<string, Body>;
  readonly joints: readonly SettledJoint[];
}

/**
 * Makes bodies of the base metals of a part and settles its joints on them. Old welds are no bodies: they lie in a
 * joint.
 */
export function settlePart({ pieces: all, joints }: Assembly): SettledPart {
  const pieces = all.filter(({ kind }) => kind === 'base');
  const bodies = new Map(pieces.map((piece) => [piece.id, bodyOf(piece)]));
  return { pieces, bodies, joints: settleSides({ pieces, joints }, bodies) };
}
