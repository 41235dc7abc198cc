import type { Job, JobDetail, JobPatch, JobState, NewJob } from '@variatum/contracts';
import { and, asc, desc, eq, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { decisionsOfJob } from '../decisions/store';
import { ProblemError } from '../http/problem-error';
import { jointOfJob } from '../joints/store';
import { photosOfJob } from '../photos/store';
import { likelyFamily } from '../pieces/likely-family';
import { piecesOfJob } from '../pieces/read-piece';

// Inside a subquery the builder would leave the outer table's name away.
const outerJobId = sql.raw('"job"."id"');
const lastRod = sql<
  string | null
>`(select coalesce(d.rod, 'no rod') from decision d where d.job_id = ${outerJobId} order by d.created_at desc limit 1)`;
const pieceCount = sql<number>`(select count(*)::int from piece p where p.job_id = ${outerJobId} and p.withdrawn_at is null)`;
const families = sql<
  string[]
>`(select coalesce(json_agg(distinct p.likely_family), '[]') from piece p where p.job_id = ${outerJobId} and p.withdrawn_at is null and p.likely_family is not null)`;
const columns = { job: tables.job, lastRod, pieceCount, families };

function readJob({
  job,
  lastRod: rod,
  pieceCount: count,
  families: familiesOfPieces,
}: {
  job: typeof tables.job.$inferSelect;
  lastRod: string | null;
  pieceCount: number;
  families: string[];
}): Job {
  return {
    id: job.id,
    title: job.title,
    item: job.item,
    state: job.state as Job['state'],
    stage: job.stage as Job['stage'],
    service: job.service as Job['service'],
    temperatureText: job.temperatureText,
    lastRod: rod,
    pieceCount: count,
    families: familiesOfPieces,
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
  readonly environment?: string | undefined;
  readonly rod?: string | undefined;
  /** Material family of one of its pieces. */
  readonly family?: string | undefined;
  /** First and last day it may have come in, `2026-11-25`. */
  readonly from?: string | undefined;
  readonly to?: string | undefined;
  readonly withdrawn?: boolean;
  readonly sort?: 'updated' | 'created' | 'title';
  readonly limit: number;
  readonly offset: number;
}

const ORDER = {
  updated: desc(tables.job.updatedAt),
  created: desc(tables.job.createdAt),
  title: asc(sql`lower(${tables.job.title})`),
};

function conditionsOf(workshopId: string, filter: JobFilter): SQL | undefined {
  const { search, state, environment, rod, family, from, to, withdrawn = false } = filter;
  const conditions: SQL[] = [
    eq(tables.job.workshopId, workshopId),
    withdrawn ? isNotNull(tables.job.withdrawnAt) : isNull(tables.job.withdrawnAt),
  ];
  if (state) conditions.push(eq(tables.job.state, state));
  if (environment) conditions.push(sql`${tables.job.service} ->> 'environment' = ${environment}`);
  if (rod) conditions.push(sql`${lastRod} = ${rod}`);
  if (family)
    conditions.push(
      sql`exists (select 1 from piece p where p.job_id = ${outerJobId} and p.workshop_id = ${workshopId} and p.withdrawn_at is null and p.likely_family = ${family})`,
    );
  if (from) conditions.push(sql`${tables.job.createdAt} >= ${from}::date`);
  if (to) conditions.push(sql`${tables.job.createdAt} < ${to}::date + 1`);
  // The very expression the trigram index holds.
  if (search) {
    const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
    conditions.push(sql`(${tables.job.title} || ' ' || ${tables.job.item}) ilike ${pattern}`);
  }
  return and(...conditions);
}

/** Jobs of the workshop as filtered, one page of them, and how many there are in all. */
export async function listJobs(
  database: Database,
  workshopId: string,
  filter: JobFilter,
): Promise<{ jobs: Job[]; total: number }> {
  const where = conditionsOf(workshopId, filter);
  const [rows, counted] = await Promise.all([
    database
      .select(columns)
      .from(tables.job)
      .where(where)
      .orderBy(ORDER[filter.sort ?? 'updated'], tables.job.id)
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
  const [pieces, joint, decisions, photos] = await Promise.all([
    piecesOfJob(database, workshopId, id),
    jointOfJob(database, workshopId, id),
    decisionsOfJob(database, workshopId, id),
    photosOfJob(database, workshopId, id),
  ]);
  return { ...readJob(row), pieces, joint, decisions, photos };
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

/**
 * Makes a new job from an old one as a starting point: what it is, its service, its pieces and its joint. Tests and decisions
 * belong to the old part and stay with it.
 */
export async function duplicateJob(
  database: Database,
  workshopId: string,
  id: string,
  newId = uuid(),
): Promise<JobDetail> {
  const source = await readJobDetail(database, workshopId, id);
  await database.transaction(async (transaction) => {
    const made = await transaction
      .insert(tables.job)
      .values({
        id: newId,
        workshopId,
        title: `${source.title} (again)`.slice(0, 120),
        item: source.item,
        state: 'bench',
        stage: 'job',
        service: source.service,
        temperatureText: source.temperatureText,
      })
      .onConflictDoNothing()
      .returning({ id: tables.job.id });
    // Sent twice: the first time has done it all.
    if (made.length === 0) return;
    const pieces = source.pieces.filter(({ withdrawnAt }) => withdrawnAt === null);
    for (const { tests: _tests, version: _version, ...piece } of pieces)
      await transaction.insert(tables.piece).values({
        ...piece,
        id: uuid(),
        workshopId,
        jobId: newId,
        withdrawnAt: null,
        likelyFamily: likelyFamily({ ...piece, version: 1, tests: [] }),
      });
    if (source.joint)
      await transaction
        .insert(tables.joint)
        .values({ id: uuid(), workshopId, jobId: newId, joint: source.joint.joint });
  });
  return readJobDetail(database, workshopId, newId);
}
