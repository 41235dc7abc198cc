import type { FieldTestRecord, NewFieldTest } from '@variatum/contracts';
import { and, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { holdPiece, keepFamily } from '../pieces/store';
import { insertedOnce, madeFrom, mine, next } from '../store';
import { fieldTestOf } from './read-field-test';

/**
 * Logs a test, and with it what the piece is taken for. The same request sent again answers the entry it made.
 * @throws ProblemError 404 without the piece; 409 when the id belongs to another entry
 */
export function addFieldTest(
  context: RequestContext,
  pieceId: string,
  { id = uuid(), entry, spot = null, note = '' }: NewFieldTest,
): Promise<FieldTestRecord> {
  const fingerprint = madeFrom('field test', pieceId, entry, note, ...(spot ? [spot] : []));
  return context.transaction(async (scope) => {
    const { database, workshop } = scope;
    const piece = await holdPiece(scope, pieceId);
    const [inserted] = await database
      .insert(tables.fieldTest)
      .values({ id, workshopId: workshop, pieceId, entry, spot, note, madeFrom: fingerprint })
      .onConflictDoNothing()
      .returning();
    const record = await insertedOnce('field test', id, fingerprint, inserted && fieldTestOf(inserted), async () => {
      const [row] = await database
        .select()
        .from(tables.fieldTest)
        .where(mine(tables.fieldTest, scope, id));
      return row && { row: fieldTestOf(row), madeFrom: row.madeFrom };
    });
    if (inserted) await keepFamily(scope, context.compute, { ...piece, tests: [...piece.tests, record] });
    return record;
  });
}

/** Strikes a test out: it stays in the log and no longer counts. Striking it out twice changes nothing. @throws ProblemError 404 */
export function strikeOutFieldTest(context: RequestContext, id: string, reason: string): Promise<FieldTestRecord> {
  return context.transaction(async (scope) => {
    const { database } = scope;
    const ours = mine(tables.fieldTest, scope, id);
    const [known] = await database.select().from(tables.fieldTest).where(ours);
    if (!known) throw ProblemError.notFound('field test');
    const piece = await holdPiece(scope, known.pieceId);
    const [struck] = await database
      .update(tables.fieldTest)
      .set(next(known.version, { struckOutAt: new Date(), struckOutReason: reason }))
      .where(and(ours, isNull(tables.fieldTest.struckOutAt)))
      .returning();
    const record = struck ? fieldTestOf(struck) : piece.tests.find((test) => test.id === id);
    if (!record) throw ProblemError.notFound('field test');
    if (struck)
      await keepFamily(scope, context.compute, {
        ...piece,
        tests: piece.tests.map((test) => (test.id === id ? record : test)),
      });
    return record;
  });
}
