import type { FieldTestRecord, NewFieldTest } from '@variatum/contracts';
import { and, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Compute } from '../compute';
import { tables, type OpenDatabase } from '../database';
import { insertedOnce } from '../http/inserted-once';
import { madeFrom } from '../http/made-from';
import { ProblemError } from '../http/problem-error';
import { holdPiece, keepFamily } from '../pieces/store';
import { fieldTestOf } from './read-field-test';

/**
 * Logs a test, and with it what the piece is taken for. The same request sent again answers the entry it made.
 * @throws ProblemError 404 without the piece; 409 when the id belongs to another entry
 */
export function addFieldTest(
  open: OpenDatabase,
  compute: Compute,
  workshopId: string,
  pieceId: string,
  { id = uuid(), entry, note = '' }: NewFieldTest,
): Promise<FieldTestRecord> {
  const fingerprint = madeFrom('field test', pieceId, entry, note);
  return open.transaction(async (database) => {
    const piece = await holdPiece(database, workshopId, pieceId);
    const [inserted] = await database
      .insert(tables.fieldTest)
      .values({ id, workshopId, pieceId, entry, note, madeFrom: fingerprint })
      .onConflictDoNothing()
      .returning();
    const record = await insertedOnce('field test', id, fingerprint, inserted && fieldTestOf(inserted), async () => {
      const [row] = await database
        .select()
        .from(tables.fieldTest)
        .where(and(eq(tables.fieldTest.id, id), eq(tables.fieldTest.workshopId, workshopId)));
      return row && { row: fieldTestOf(row), madeFrom: row.madeFrom };
    });
    if (inserted) await keepFamily(database, compute, { ...piece, tests: [...piece.tests, record] });
    return record;
  });
}

/** Strikes a test out: it stays in the log and no longer counts. Striking it out twice changes nothing. @throws ProblemError 404 */
export function strikeOutFieldTest(
  open: OpenDatabase,
  compute: Compute,
  workshopId: string,
  id: string,
  reason: string,
): Promise<FieldTestRecord> {
  const mine = and(eq(tables.fieldTest.id, id), eq(tables.fieldTest.workshopId, workshopId));
  return open.transaction(async (database) => {
    const [known] = await database.select().from(tables.fieldTest).where(mine);
    if (!known) throw ProblemError.notFound('field test');
    const piece = await holdPiece(database, workshopId, known.pieceId);
    const [struck] = await database
      .update(tables.fieldTest)
      .set({ struckOutAt: new Date(), struckOutReason: reason, updatedAt: new Date() })
      .where(and(mine, isNull(tables.fieldTest.struckOutAt)))
      .returning();
    const record = struck ? fieldTestOf(struck) : piece.tests.find((test) => test.id === id);
    if (!record) throw ProblemError.notFound('field test');
    if (struck)
      await keepFamily(database, compute, {
        ...piece,
        tests: piece.tests.map((test) => (test.id === id ? record : test)),
      });
    return record;
  });
}
