import { MOST_PIECES, type ChooseInput, type JointInput, type PieceInput } from '@variatum/metallurgy';
import { activePieces } from './active-pieces';
import type { JobDetail, Piece, RodStock } from './records';
import type { Workshop } from './workshop';

/** What of a piece its question is made from. */
export interface PieceEvidence extends Pick<
  Piece,
  'kind' | 'family' | 'form' | 'coating' | 'condition' | 'grade' | 'weldMetal'
> {
  readonly tests: readonly Pick<Piece['tests'][number], 'entry' | 'struckOutAt'>[];
}

/** What the core is told of a piece: a grade taken as known, or the item with the tests that stand. */
export function pieceQuestion(piece: PieceEvidence): PieceInput {
  const state = {
    ...(piece.coating === null ? {} : { coating: piece.coating }),
    ...(piece.condition === null ? {} : { condition: piece.condition }),
  };
  if (piece.kind === 'old-weld' && piece.weldMetal !== null) return { weldMetal: piece.weldMetal, ...state };
  if (piece.grade !== null) return { grade: piece.grade, ...state };
  return {
    item: {
      ...(piece.family === null ? {} : { family: piece.family }),
      ...(piece.form === null ? {} : { form: piece.form }),
    },
    tests: piece.tests.filter(({ struckOutAt }) => struckOutAt === null).map(({ entry }) => entry),
    ...state,
  };
}

/**
 * The question a job asks of `choose`, or null while it has no piece. What is not known widens the answer.
 * @param shelf rods of the workshop; an empty shelf list counts as not stated
 */
export function jobQuestion(
  job: JobDetail,
  shelf: readonly RodStock[] = [],
  workshop?: Pick<Workshop, 'preferences'>,
): ChooseInput | null {
  const pieces = activePieces(job);
  if (pieces.length === 0) return null;
  const stock = shelf.filter(({ onShelf }) => onShelf).map(({ rod }) => rod);
  const thicknessMm = pieces.map((piece) => piece.thicknessMm ?? 3);
  const joint: JointInput = { type: 'bevel', ...job.joint?.joint };
  return {
    pieces: pieces.slice(0, MOST_PIECES).map(pieceQuestion),
    joint: joint.thicknessMm === undefined ? { ...joint, thicknessMm: thicknessMm.slice(0, MOST_PIECES) } : joint,
    service: job.service,
    ...(stock.length > 0 ? { stock } : {}),
    ...(workshop && Object.keys(workshop.preferences).length > 0 ? { preferences: workshop.preferences } : {}),
  };
}
