import type { NewPiece, Piece, PiecePatch } from '@variatum/contracts';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { readFieldTest } from '../field-tests/store';
import { ProblemError } from '../http/problem-error';

type Row = typeof tables.piece.$inferSelect;

function readPiece(row: Row, tests: Piece['tests']): Piece {
  const {
    id,
    jobId,
    position,
    name,
    family,
    form,
    thicknessMm,
    thicknessText,
    size,
    origin,
    grade,
    weldMetal,
    version,
  } = row;
  return {
    id,
    jobId,
    position,
    name,
    kind: row.kind as Piece['kind'],
    family,
    form: form as Piece['form'],
    thicknessMm,
    thicknessText,
    size,
    coating: row.coating as Piece['coating'],
    origin,
    grade,
    weldMetal,
    version,
    withdrawnAt: row.withdrawnAt?.toISOString() ?? null,
    tests,
  };
}

/** Pieces of a job with their logs, in order. */
export async function piecesOfJob(database: Database, workshopId: string, jobId: string): Promise<Piece[]> {
  const rows = await database
    .select()
    .from(tables.piece)
    .where(and(eq(tables.piece.jobId, jobId), eq(tables.piece.workshopId, workshopId)))
    .orderBy(tables.piece.position, tables.piece.createdAt);
  if (rows.length === 0) return [];
  const tests = await database
    .select()
    .from(tables.fieldTest)
    .where(
      inArray(
        tables.fieldTest.pieceId,
        rows.map(({ id }) => id),
      ),
    )
    .orderBy(tables.fieldTest.createdAt, tables.fieldTest.id);
  return rows.map((row) => readPiece(row, tests.filter(({ pieceId }) => pieceId === row.id).map(readFieldTest)));
}

async function onePiece(database: Database, workshopId: string, id: string): Promise<Piece> {
  const [row] = await database
    .select()
    .from(tables.piece)
    .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId)));
  if (!row) throw ProblemError.notFound('piece');
  const all = await piecesOfJob(database, workshopId, row.jobId);
  return all.find((piece) => piece.id === id) as Piece;
}

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
  return onePiece(database, workshopId, id);
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
  withdrawn: boolean,
): Promise<Piece> {
  return update(database, workshopId, id, version, { withdrawnAt: withdrawn ? new Date() : null });
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
  const current = await onePiece(database, workshopId, id);
  if (changed.length === 0) throw ProblemError.conflict('piece', current);
  return current;
}
