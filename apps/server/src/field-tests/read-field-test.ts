import type { FieldTestRecord } from '@variatum/contracts';
import type { tables } from '../database';

/** A row as the interface sees it. */
export const readFieldTest = (row: typeof tables.fieldTest.$inferSelect): FieldTestRecord => ({
  id: row.id,
  pieceId: row.pieceId,
  entry: row.entry as FieldTestRecord['entry'],
  note: row.note,
  createdAt: row.createdAt.toISOString(),
  struckOutAt: row.struckOutAt?.toISOString() ?? null,
  struckOutReason: row.struckOutReason,
});
