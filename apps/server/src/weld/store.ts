import type { NewWeldRecord, WeldRecord } from '@variatum/contracts';
import { and, getTableColumns, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { momentOf, momentOrNull, rowsJson, tables, type JsonRow } from '../database';
import { insertedOnce, madeFrom, mine, next, orNotFound, ownedBy, type Scope } from '../store';

type Row = typeof tables.weldEntry.$inferSelect;

/** The weld log of the job a statement is about, in the order things happened. */
export const weldOfJob = rowsJson<Row>(
  tables.weldEntry,
  getTableColumns(tables.weldEntry),
  sql`${tables.weldEntry.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.weldEntry.at}, ${tables.weldEntry.id}`,
);

/** An entry as every answer gives it, from columns or from JSON. */
export const weldRecordOf = (row: Row | JsonRow<Row>): WeldRecord => ({
  id: row.id,
  jobId: row.jobId,
  jointId: row.jointId,
  at: momentOf(row.at),
  entry: row.entry,
  madeBy: row.madeBy,
  version: row.version,
  createdAt: momentOf(row.createdAt),
  struckOutAt: momentOrNull(row.struckOutAt),
  struckOutReason: row.struckOutReason,
});

/**
 * Logs what happened at a joint. The same request sent again answers the entry it made.
 * @throws ProblemError 404 without the joint in that job; 409 when the id belongs to another entry
 */
export async function addWeldRecord(
  scope: Scope,
  jobId: string,
  { id = uuid(), jointId, at, entry }: NewWeldRecord,
): Promise<WeldRecord> {
  const { database, workshop } = scope;
  const fingerprint = madeFrom('weld', jobId, jointId, at, entry);
  const [inserted] = await ownedBy({ weld_entry_of_joint: 'joint' }, () =>
    database
      .insert(tables.weldEntry)
      .values({ id, workshopId: workshop, jobId, jointId, at: new Date(at), entry, madeFrom: fingerprint })
      .onConflictDoNothing()
      .returning(),
  );
  return insertedOnce('entry of the weld log', id, fingerprint, inserted && weldRecordOf(inserted), async () => {
    const [row] = await database
      .select()
      .from(tables.weldEntry)
      .where(mine(tables.weldEntry, scope, id));
    return row && { row: weldRecordOf(row), madeFrom: row.madeFrom };
  });
}

/** Strikes an entry out: it stays in the log and no longer counts. Striking it out twice changes nothing. @throws ProblemError 404 */
export async function strikeOutWeldRecord(scope: Scope, id: string, reason: string): Promise<WeldRecord> {
  const { database } = scope;
  const ours = mine(tables.weldEntry, scope, id);
  const read = async (): Promise<Row> => orNotFound('entry of the weld log', (await database.select().from(tables.weldEntry).where(ours))[0]); // prettier-ignore
  const known = await read();
  const [struck] = await database
    .update(tables.weldEntry)
    .set(next(known.version, { struckOutAt: new Date(), struckOutReason: reason }))
    .where(and(ours, isNull(tables.weldEntry.struckOutAt)))
    .returning();
  return weldRecordOf(struck ?? (await read()));
}
