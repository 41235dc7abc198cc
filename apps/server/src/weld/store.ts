import { getTableColumns, sql } from 'drizzle-orm';
import { rowsJson, tables } from '../database';
import { entryLog } from '../store';

/** The weld log of the job a statement is about, in the order things happened. */
export const weldOfJob = rowsJson<typeof tables.weldEntry.$inferSelect>(
  tables.weldEntry,
  getTableColumns(tables.weldEntry),
  sql`${tables.weldEntry.jobId} = ${sql.raw('"job"."id"')}`,
  // What is logged within the same millisecond stands as it came.
  sql`${tables.weldEntry.at}, ${tables.weldEntry.createdAt}, ${tables.weldEntry.id}`,
);

/** The log of the weld. */
export const weldLog = entryLog(tables.weldEntry, 'entry of the weld log', { weld_entry_of_joint: 'joint' });
