import type { ChooseInput, JointInput, PieceInput } from '@variatum/metallurgy';
import type { JobDetail, Piece, RodStock } from './records';
import type { Workshop } from './workshop';

/** Pieces that take part in the joint: those not withdrawn, in their order. */
export function activePieces(job: Pick<JobDetail, 'pieces'>): readonly Piece[] {
  return job.pieces
    .filter(({ withdrawnAt }) => withdrawnAt === null)
    .sort((left, right) => left.position - right.position);
}

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
    tests: piece.tests
      .filter(({ struckOutAt }) => struckOutAt === null)
      .map(({ entry }) => entry as NonNullable<PieceInput['tests']>[number]),
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
  const joint: JointInput = { type: 'bevel', ...job.joint?.joint } as JointInput;
  return {
    pieces: pieces.slice(0, 4).map(pieceQuestion),
    joint: joint.thicknessMm === undefined ? { ...joint, thicknessMm: thicknessMm.slice(0, 4) } : joint,
    service: job.service as ChooseInput['service'] & object,
    ...(stock.length > 0 ? { stock } : {}),
    ...(workshop && Object.keys(workshop.preferences).length > 0 ? { preferences: workshop.preferences } : {}),
  };
}
