import type { PieceEvidence } from '@variatum/contracts';
import { findGrade, findRod } from '@variatum/metallurgy';
import type { Compute } from '../compute';

/** Fields whose change may change the family. */
export const EVIDENCE_FIELDS: readonly (keyof PieceEvidence)[] = [
  'kind',
  'itemFamily',
  'form',
  'coating',
  'condition',
  'grade',
  'weldMetal',
];

/**
 * Material family of the likeliest grade of a piece.
 * @returns null while nothing is known that could tell
 */
export async function likelyFamily(compute: Compute, piece: PieceEvidence): Promise<string | null> {
  if (piece.kind === 'old-weld') return (piece.weldMetal !== null && findRod(piece.weldMetal)?.family) || null;
  if (piece.grade !== null) return findGrade(piece.grade)?.family ?? null;
  if (piece.itemFamily === null && piece.tests.every(({ struckOutAt }) => struckOutAt !== null)) return null;
  return compute.likelyFamily(piece);
}
