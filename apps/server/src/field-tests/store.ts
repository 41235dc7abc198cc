import type { FieldTestRecord, NewFieldTest } from '@variatum/contracts';
import { and, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';
import { reckonLikelyFamily } from '../pieces/likely-family';
import { readFieldTest } from './read-field-test';

/** Logs a test. A repeated request with the same id answers the entry already there. */
export async function addFieldTest(
  database: Database,
  workshopId: string,
  pieceId: string,
  { id = uuid(), entry, note = '' }: NewFieldTest,
): Promise<FieldTestRecord> {
  const [owner] = await database
    .select({ id: tables.piece.id })
    .from(tables.piece)
    .where(and(eq(tables.piece.id, pieceId), eq(tables.piece.workshopId, workshopId)));
  if (!owner) throw ProblemError.notFound('piece');
  await database.insert(tables.fieldTest).values({ id, workshopId, pieceId, entry, note }).onConflictDoNothing();
  const [row] = await database
    .select()
    .from(tables.fieldTest)
    .where(and(eq(tables.fieldTest.id, id), eq(tables.fieldTest.pieceId, pieceId)));
  if (!row) throw ProblemError.notFound('field test');
  await reckonLikelyFamily(database, workshopId, row.pieceId);
  return readFieldTest(row);
}

/** Strikes a test out: it stays in the log and no longer counts. Striking it out twice changes nothing. */
export async function strikeOutFieldTest(
  database: Database,
  workshopId: string,
  id: string,
  reason: string,
): Promise<FieldTestRecord> {
  const mine = and(eq(tables.fieldTest.id, id), eq(tables.fieldTest.workshopId, workshopId));
  await database
    .update(tables.fieldTest)
    .set({ struckOutAt: new Date(), struckOutReason: reason, updatedAt: new Date() })
    .where(and(mine, isNull(tables.fieldTest.struckOutAt)));
  const [row] = await database.select().from(tables.fieldTest).where(mine);
  if (!row) throw ProblemError.notFound('field test');
  await reckonLikelyFamily(database, workshopId, row.pieceId);
  return readFieldTest(row);
}
