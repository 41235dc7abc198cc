import type { Job, JobDetail, JobPatch, JobState, NewJob } from '@variatum/contracts';
import { and, desc, eq, ilike, isNull, or, sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { decisionsOfJob } from '../decisions/store';
import { ProblemError } from '../http/problem-error';
import { jointOfJob } from '../joints/store';
import { piecesOfJob } from '../pieces/store';

// Inside a subquery the builder would leave the outer table's name away.
const outerJobId = sql.raw('"job"."id"');
const lastRod = sql<
  string | null
>`(select coalesce(d.rod, 'no rod') from decision d where d.job_id = ${outerJobId} order by d.created_at desc limit 1)`;
const pieceCount = sql<number>`(select count(*)::int from piece p where p.job_id = ${outerJobId} and p.withdrawn_at is null)`;
const columns = { job: tables.job, lastRod, pieceCount };

function readJob({
  job,
  lastRod: rod,
  pieceCount: count,
}: {
  job: typeof tables.job.$inferSelect;
  lastRod: string | null;
  pieceCount: number;
}): Job {
  return {
    id: job.id,
    title: job.title,
    item: job.item,
    state: job.state as Job['state'],
    stage: job.stage as Job['stage'],
    service: job.service as Job['service'],
    lastRod: rod,
    pieceCount: count,
    version: job.version,
    createdAt: job.createdAt.toISOString(),
    updatedAt: job.updatedAt.toISOString(),
    withdrawnAt: job.withdrawnAt?.toISOString() ?? null,
  };
}

/** What to list. */
export interface JobFilter {
  readonly search?: string | undefined;
  readonly state?: JobState | undefined;
  readonly limit: number;
  readonly offset: number;
}

/** Jobs of the workshop that are not withdrawn, last changed first. */
export async function listJobs(
  database: Database,
  workshopId: string,
  filter: JobFilter,
): Promise<{ jobs: Job[]; total: number }> {
  const conditions: (SQL | undefined)[] = [eq(tables.job.workshopId, workshopId), isNull(tables.job.withdrawnAt)];
  if (filter.state) conditions.push(eq(tables.job.state, filter.state));
  if (filter.search) {
    const pattern = `%${filter.search.replace(/[\\%_]/g, '\\$&')}%`;
    conditions.push(or(ilike(tables.job.title, pattern), ilike(tables.job.item, pattern)));
  }
  const where = and(...conditions);
  const [rows, counted] = await Promise.all([
    database
      .select(columns)
      .from(tables.job)
      .where(where)
      .orderBy(desc(tables.job.updatedAt), tables.job.id)
      .limit(filter.limit)
      .offset(filter.offset),
    database
      .select({ total: sql<number>`count(*)::int` })
      .from(tables.job)
      .where(where),
  ]);
  return { jobs: rows.map(readJob), total: counted[0]?.total ?? 0 };
}

/** A job with everything on it. */
export async function readJobDetail(database: Database, workshopId: string, id: string): Promise<JobDetail> {
  const [row] = await database
    .select(columns)
    .from(tables.job)
    .where(and(eq(tables.job.id, id), eq(tables.job.workshopId, workshopId)));
  if (!row) throw ProblemError.notFound('job');
  const [pieces, joint, decisions] = await Promise.all([
    piecesOfJob(database, workshopId, id),
    jointOfJob(database, workshopId, id),
    decisionsOfJob(database, workshopId, id),
  ]);
  return { ...readJob(row), pieces, joint, decisions };
}

/** Creates a job. A repeated request with the same id answers the job already there. */
export async function addJob(
  database: Database,
  workshopId: string,
  { id = uuid(), ...fields }: NewJob,
): Promise<JobDetail> {
  await database
    .insert(tables.job)
    .values({ state: 'bench', stage: 'job', ...fields, id, workshopId })
    .onConflictDoNothing();
  return readJobDetail(database, workshopId, id);
}

/**
 * Changes a job.
 * @throws ProblemError 409 with the job as it stands when it was changed meanwhile
 */
export async function changeJob(
  database: Database,
  workshopId: string,
  id: string,
  { version, ...changes }: JobPatch & { withdrawnAt?: Date | null },
): Promise<JobDetail> {
  const changed = await database
    .update(tables.job)
    .set({ ...changes, version: version + 1, updatedAt: new Date() })
    .where(and(eq(tables.job.id, id), eq(tables.job.workshopId, workshopId), eq(tables.job.version, version)))
    .returning({ id: tables.job.id });
  const current = await readJobDetail(database, workshopId, id);
  if (changed.length === 0) throw ProblemError.conflict('job', current);
  return current;
}
