import type { FieldTestRecord, NewFieldTest } from '@variatum/contracts';
import { and, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { onePiece } from '../pieces/read-piece';
import { holdPiece } from '../pieces/store';
import { changeWithFamily } from '../pieces/with-family';
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
  const coming = { id, pieceId, entry, spot, note, struckOutAt: null } as FieldTestRecord;
  return changeWithFamily(
    context,
    async () => {
      const piece = await onePiece(context, pieceId);
      const isThere = piece.tests.some((test) => test.id === id);
      return isThere ? piece : { ...piece, tests: [...piece.tests, coming] };
    },
    async (scope) => {
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
      const changed = inserted ? { ...piece, tests: [...piece.tests, record] } : piece;
      return { piece: changed, answer: () => record };
    },
  );
}

/**
 * Strikes a test out: it stays in the log and no longer counts. Striking it out twice changes nothing.
 * @throws ProblemError 404
 */
export async function strikeOutFieldTest(
  context: RequestContext,
  id: string,
  reason: string,
): Promise<FieldTestRecord> {
  const ours = mine(tables.fieldTest, context, id);
  const [known] = await context.database.select().from(tables.fieldTest).where(ours);
  if (!known) throw ProblemError.notFound('field test');
  const struckOutAt = new Date();
  const withStruck = (tests: readonly FieldTestRecord[], record: Partial<FieldTestRecord>): FieldTestRecord[] =>
    tests.map((test) => (test.id === id ? { ...test, ...record } : test));
  return changeWithFamily(
    context,
    async () => {
      const piece = await onePiece(context, known.pieceId);
      return { ...piece, tests: withStruck(piece.tests, { struckOutAt: struckOutAt.toISOString() }) };
    },
    async (scope) => {
      const piece = await holdPiece(scope, known.pieceId);
      const [struck] = await scope.database
        .update(tables.fieldTest)
        .set(next(known.version, { struckOutAt, struckOutReason: reason }))
        .where(and(ours, isNull(tables.fieldTest.struckOutAt)))
        .returning();
      const record = struck ? fieldTestOf(struck) : piece.tests.find((test) => test.id === id);
      if (!record) throw ProblemError.notFound('field test');
      return { piece: { ...piece, tests: withStruck(piece.tests, record) }, answer: () => record };
    },
  );
}
