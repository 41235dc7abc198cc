import type { NewPiece, Piece, PiecePatch } from '@variatum/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';
import { reckonLikelyFamily } from './likely-family';
import { onePiece } from './read-piece';

type Row = typeof tables.piece.$inferSelect;

/** Adds a piece at the end. A repeated request with the same id answers the piece already there. */
export async function addPiece(
  database: Database,
  workshopId: string,
  jobId: string,
  { id = uuid(), ...fields }: NewPiece,
): Promise<Piece> {
  const [owner] = await database
    .select({ id: tables.job.id })
    .from(tables.job)
    .where(and(eq(tables.job.id, jobId), eq(tables.job.workshopId, workshopId)));
  if (!owner) throw ProblemError.notFound('job');
  const next = sql<number>`(select coalesce(max(${tables.piece.position}), -1) + 1 from ${tables.piece} where ${tables.piece.jobId} = ${jobId})`;
  await database
    .insert(tables.piece)
    .values({ kind: 'base', ...fields, id, workshopId, jobId, position: next })
    .onConflictDoNothing();
  return reckonLikelyFamily(database, workshopId, id);
}

/**
 * Changes a piece.
 * @throws ProblemError 409 with the piece as it stands when it was changed meanwhile
 */
export async function changePiece(
  database: Database,
  workshopId: string,
  id: string,
  { version, ...changes }: PiecePatch,
): Promise<Piece> {
  return update(database, workshopId, id, version, changes);
}

/** Withdraws a piece, or brings it back. */
export async function withdrawPiece(
  database: Database,
  workshopId: string,
  id: string,
  version: number,
  withdrawnAt: Date | null,
): Promise<Piece> {
  return update(database, workshopId, id, version, { withdrawnAt });
}

async function update(
  database: Database,
  workshopId: string,
  id: string,
  version: number,
  changes: Partial<Row>,
): Promise<Piece> {
  const changed = await database
    .update(tables.piece)
    .set({ ...changes, version: version + 1, updatedAt: new Date() })
    .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId), eq(tables.piece.version, version)))
    .returning({ id: tables.piece.id });
  if (changed.length === 0) throw ProblemError.conflict('piece', await onePiece(database, workshopId, id));
  return reckonLikelyFamily(database, workshopId, id);
}
