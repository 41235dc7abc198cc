import type { PieceEvidence } from '@variatum/job';
import type { Compute } from '../compute';
import { knownFamily } from './reckon-family';

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
  const known = knownFamily(piece);
  return known === undefined ? compute.likelyFamily(piece) : known;
}
