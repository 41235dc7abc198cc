import { getTableColumns, sql } from 'drizzle-orm';
import { rowsJson, tables } from '../database';
import { entryLog } from '../store';

/** What was recorded of the job a statement is about, oldest first. */
export const recordOfJob = rowsJson<typeof tables.jobRecord.$inferSelect>(
  tables.jobRecord,
  getTableColumns(tables.jobRecord),
  sql`${tables.jobRecord.jobId} = ${sql.raw('"job"."id"')}`,
  // What is logged within the same millisecond stands as it came.
  sql`${tables.jobRecord.at}, ${tables.jobRecord.createdAt}, ${tables.jobRecord.id}`,
);

/** Day the job a statement is about is to be looked at again, where nobody has since. */
export const lookAgainOfJob = sql<
  string | null
>`(select case r.entry ->> 'kind' when 'look-again' then r.entry ->> 'on' end from job_record r
  where r.job_id = ${sql.raw('"job"."id"')} and r.struck_out_at is null
  and r.entry ->> 'kind' in ('look-again', 'seen') order by r.at desc, r.id desc limit 1)`;

/** The record of a job. */
export const jobRecordLog = entryLog(tables.jobRecord, 'entry of the record', {
  job_record_of_joint: 'joint',
  job_record_of_job: 'job',
});
