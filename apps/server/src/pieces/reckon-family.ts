import { likeliestFamily, pieceQuestion, type PieceEvidence } from '@variatum/job';
import { findGrade, findRod, identify } from '@variatum/metallurgy';

/**
 * Material family of a piece where it is known without reckoning; null: nothing could tell; undefined: it has to be
 * reckoned.
 */
export function knownFamily(piece: PieceEvidence): string | null | undefined {
  if (piece.kind === 'old-weld') return (piece.weldMetal !== null && findRod(piece.weldMetal)?.family) || null;
  if (piece.grade !== null) return findGrade(piece.grade)?.family ?? null;
  if (piece.itemFamily === null && piece.tests.every(({ struckOutAt }) => struckOutAt !== null)) return null;
  return undefined;
}

/** Material family the tests of a piece speak for; null: none. */
export const reckonFamily = (piece: PieceEvidence): string | null =>
  likeliestFamily(identify(pieceQuestion(piece)).candidates) ?? null;
