import type { Piece } from '@variatum/contracts';
import { getTableColumns, sql } from 'drizzle-orm';
import { momentOrNull, rowsJson, tables, type JsonRow } from '../database';
import { fieldTestOf } from '../field-tests/read-field-test';
import { mine, type Scope, orNotFound } from '../store';

type Row = typeof tables.piece.$inferSelect;
type TestRow = typeof tables.fieldTest.$inferSelect;

const testsOfPiece = rowsJson<TestRow>(
  tables.fieldTest,
  getTableColumns(tables.fieldTest),
  sql`${tables.fieldTest.pieceId} = ${sql.raw('"piece"."id"')}`,
  sql`${tables.fieldTest.createdAt}, ${tables.fieldTest.id}`,
);

/** What a statement about a piece answers: its columns and its log, all at once. */
export const pieceColumns = { piece: tables.piece, tests: testsOfPiece };

/** Pieces of the job a statement is about, with their logs, in order. */
export const piecesOfJob = rowsJson<Row & { tests: JsonRow<TestRow>[] }>(
  tables.piece,
  { ...getTableColumns(tables.piece), tests: testsOfPiece },
  sql`${tables.piece.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.piece.position}, ${tables.piece.createdAt}`,
);

/** A piece as every answer gives it, from columns or from JSON. */
export function pieceOf(row: Row | JsonRow<Row>, tests: readonly JsonRow<TestRow>[]): Piece {
  const { workshopId: _shop, createdAt: _created, updatedAt: _updated, madeFrom: _from, withdrawnAt, ...fields } = row;
  return {
    ...fields,
    withdrawnAt: momentOrNull(withdrawnAt),
    tests: tests.map(fieldTestOf),
  };
}

/** A piece with its log. @throws ProblemError 404 */
export async function onePiece(scope: Scope, id: string): Promise<Piece> {
  const [row] = await scope.database
    .select(pieceColumns)
    .from(tables.piece)
    .where(mine(tables.piece, scope, id));
  const { piece, tests } = orNotFound('piece', row);
  return pieceOf(piece, tests);
}
