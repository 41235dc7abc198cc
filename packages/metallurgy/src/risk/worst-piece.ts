import type { PieceSample } from './material';

/** How likely a piece brings a risk about, 0 to 1. */
type OfPiece = (piece: PieceSample) => number;

/** The largest probability any piece brings. Called in the hot loop: allocates nothing. */
export function worstProbability(pieces: readonly PieceSample[], ofPiece: OfPiece): number {
  let probability = 0;
  for (const piece of pieces) {
    const of = ofPiece(piece);
    if (of > probability) probability = of;
  }
  return probability;
}

/** The piece that brings the largest probability. */
export const worstPiece = (pieces: readonly PieceSample[], ofPiece: OfPiece): PieceSample =>
  pieces.reduce((left, right) => (ofPiece(right) > ofPiece(left) ? right : left));
