import type { FieldTestRecord } from '@variatum/contracts';
import { momentOf, momentOrNull, type JsonRow, type tables } from '../database';

type Row = typeof tables.fieldTest.$inferSelect;

/** A field test as every answer gives it, from columns or from JSON. */
export const fieldTestOf = (row: Row | JsonRow<Row>): FieldTestRecord => ({
  id: row.id,
  pieceId: row.pieceId,
  entry: row.entry,
  spot: row.spot,
  note: row.note,
  madeBy: row.madeBy,
  version: row.version,
  createdAt: momentOf(row.createdAt),
  struckOutAt: momentOrNull(row.struckOutAt),
  struckOutReason: row.struckOutReason,
});
