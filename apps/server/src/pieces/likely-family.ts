import { pieceQuestion, type Piece } from '@variatum/contracts';
import { findGrade, findRod, identify } from '@variatum/metallurgy';
import { eq } from 'drizzle-orm';
import { tables, type Database } from '../database';
import { onePiece } from './read-piece';

/**
 * Material family of the likeliest grade of a piece.
 * @returns null while nothing is known that could tell
 */
export function likelyFamily(piece: Omit<Piece, 'likelyFamily'>): string | null {
  if (piece.kind === 'old-weld') return (piece.weldMetal !== null && findRod(piece.weldMetal)?.family) || null;
  if (piece.grade !== null) return findGrade(piece.grade)?.family ?? null;
  if (piece.family === null && piece.tests.every(({ struckOutAt }) => struckOutAt !== null)) return null;
  const shares = new Map<string, number>();
  for (const { family, probability } of identify(pieceQuestion(piece as Piece)).candidates)
    shares.set(family, (shares.get(family) ?? 0) + probability);
  return [...shares].reduce((best, entry) => (entry[1] > best[1] ? entry : best))[0];
}

/** Reckons the family of a piece anew and keeps it with the piece, which counts as no change of it. */
export async function reckonLikelyFamily(database: Database, workshopId: string, id: string): Promise<Piece> {
  const piece = await onePiece(database, workshopId, id);
  const family = likelyFamily(piece);
  if (family === piece.likelyFamily) return piece;
  await database.update(tables.piece).set({ likelyFamily: family }).where(eq(tables.piece.id, id));
  return { ...piece, likelyFamily: family };
}
