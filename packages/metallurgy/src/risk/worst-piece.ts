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

/**
 * The least of a figure over the pieces; a piece that does not count has Infinity. Called in the hot loop: allocates
 * nothing.
 */
export function leastOf(pieces: readonly PieceSample[], ofPiece: (piece: PieceSample) => number): number {
  let least = Infinity;
  for (const piece of pieces) least = Math.min(least, ofPiece(piece));
  return least;
}

/** The piece that brings the largest probability. */
export const worstPiece = (pieces: readonly PieceSample[], ofPiece: OfPiece): PieceSample =>
  pieces.reduce((left, right) => (ofPiece(right) > ofPiece(left) ? right : left));
