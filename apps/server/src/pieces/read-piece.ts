import type { Piece } from '@variatum/contracts';
import { and, eq, inArray } from 'drizzle-orm';
import { tables, type Database } from '../database';
import { readFieldTest } from '../field-tests/read-field-test';
import { ProblemError } from '../http/problem-error';

type Row = typeof tables.piece.$inferSelect;

function readPiece(
  { workshopId: _workshop, createdAt: _created, updatedAt: _updated, withdrawnAt, ...fields }: Row,
  tests: Piece['tests'],
): Piece {
  return {
    ...fields,
    kind: fields.kind as Piece['kind'],
    coating: fields.coating as Piece['coating'],
    withdrawnAt: withdrawnAt?.toISOString() ?? null,
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

/** A piece with its log. */
export async function onePiece(database: Database, workshopId: string, id: string): Promise<Piece> {
  const [row] = await database
    .select()
    .from(tables.piece)
    .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId)));
  if (!row) throw ProblemError.notFound('piece');
  const all = await piecesOfJob(database, workshopId, row.jobId);
  return all.find((piece) => piece.id === id) as Piece;
}
