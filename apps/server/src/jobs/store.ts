import {
  STANDINGS_OF,
  type BoardJob,
  type Job,
  type JobDetail,
  type JobHead,
  type JobPatch,
  type JobQuery,
  type NewJob,
  type NewJoint,
  type NewPiece,
  type PartJoint,
  type PartPiece,
  type PurgePlan,
} from '@variatum/contracts';
import { activeJoints, activePieces } from '@variatum/job';
import { and, asc, desc, eq, inArray, isNotNull, isNull, sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { momentOf, momentOrNull, preparedOnce, rowsJson, tables } from '../database';
import { decidedOfJob, decisionBriefOf, decisionsOfJob } from '../decisions/store';
import type { RequestContext } from '../http/context';
import { addJoint, jointOf, jointsOfJob } from '../joints/store';
import { photoOf, photosOfJob } from '../photos/store';
import { pieceOf, piecesOfJob } from '../pieces/read-piece';
import { addPiece } from '../pieces/store';
import { tickOf, ticksOfJob } from '../preparation/store';
import { jobRecordLog, lookAgainOfJob, recordOfJob } from '../job-record/read';
import { weldLog, weldOfJob } from '../weld/store';
import { insertedOnce, madeFrom, mine, next, orConflict, upon, type Scope, orNotFound } from '../store';

// Inside a subquery the builder would leave the outer table's name away.
const outerJobId = sql.raw('"job"."id"');
const lastRod = sql<
  string | null
>`(select coalesce(d.rod, 'no rod') from decision d where d.job_id = ${outerJobId} order by d.created_at desc limit 1)`;
const pieceCount = sql<number>`(select count(*)::int from piece p where p.job_id = ${outerJobId}
  and p.withdrawn_at is null)`;
const families = sql<
  string[]
>`(select coalesce(json_agg(distinct p.likely_family), '[]') from piece p where p.job_id = ${outerJobId}
  and p.withdrawn_at is null and p.likely_family is not null)`;
const columns = { job: tables.job, lastRod, pieceCount, families };

const inOrderOf = (table: typeof tables.piece | typeof tables.joint): readonly [where: SQL, order: SQL] => [
  sql`${table.jobId} = ${outerJobId} and ${table.withdrawnAt} is null`,
  sql`${table.position}, ${table.createdAt}`,
];
/** What the board's small picture of a part is drawn from. */
const partPieces = rowsJson<PartPiece>(
  tables.piece,
  {
    id: tables.piece.id,
    position: tables.piece.position,
    name: tables.piece.name,
    kind: tables.piece.kind,
    form: tables.piece.form,
    shape: tables.piece.shape,
    thicknessMm: tables.piece.thicknessMm,
    outsideMm: tables.piece.outsideMm,
    lengthMm: tables.piece.lengthMm,
    widthMm: tables.piece.widthMm,
    endOutsideMm: tables.piece.endOutsideMm,
    bendDeg: tables.piece.bendDeg,
    count: tables.piece.count,
    grade: tables.piece.grade,
    weldMetal: tables.piece.weldMetal,
    likelyFamily: tables.piece.likelyFamily,
  },
  ...inOrderOf(tables.piece),
);
const partJoints = rowsJson<PartJoint>(
  tables.joint,
  {
    id: tables.joint.id,
    position: tables.joint.position,
    name: tables.joint.name,
    joint: tables.joint.joint,
    sides: tables.joint.sides,
    fit: tables.joint.fit,
    lengthMm: tables.joint.lengthMm,
    course: tables.joint.course,
    alikeTo: tables.joint.alikeTo,
  },
  ...inOrderOf(tables.joint),
);
/** A job as the board lists it. */
const boardColumns = {
  ...columns,
  pieces: partPieces,
  joints: partJoints,
  decided: decidedOfJob,
  lookAgainOn: lookAgainOfJob,
  standing: tables.job.standing,
  // Counted only where an arc was struck.
  arcs: sql<BoardJob['arcs']>`case when ${tables.job.standing} in ('welding', 'judge')
    then json_build_object('done', arcs_done(${outerJobId}), 'planned', arcs_planned(${outerJobId}))
    else json_build_object('done', 0, 'planned', null) end`,
};

/** A job and everything on it, in one question to the database. */
const detailColumns = {
  ...columns,
  pieces: piecesOfJob,
  joints: jointsOfJob,
  decisions: decisionsOfJob,
  photos: photosOfJob,
  preparation: ticksOfJob,
  weld: weldOfJob,
  record: recordOfJob,
};

interface JobRow {
  readonly job: typeof tables.job.$inferSelect;
  readonly lastRod: string | null;
  readonly pieceCount: number;
  readonly families: string[];
}

type SqlResult<Field> = Field extends SQL<infer Result> ? Result : never;
type DetailRow = JobRow & {
  readonly [Field in 'pieces' | 'joints' | 'decisions' | 'photos' | 'preparation' | 'weld' | 'record']: SqlResult<
    (typeof detailColumns)[Field]
  >;
};

/** A job as an answer to its change gives it. */
export const headOf = (job: JobRow['job']): JobHead => ({
  id: job.id,
  title: job.title,
  item: job.item,
  state: job.state,
  stage: job.stage,
  service: job.service,
  temperaturesC: job.temperaturesC,
  purge: job.purge,
  acceptance: job.acceptance,
  machine: job.machine,
  version: job.version,
  createdAt: momentOf(job.createdAt),
  updatedAt: momentOf(job.updatedAt),
  withdrawnAt: momentOrNull(job.withdrawnAt),
});

const jobOf = ({ job, lastRod: rod, pieceCount: count, families: familiesOfPieces }: JobRow): Job => ({
  ...headOf(job),
  lastRod: rod,
  pieceCount: count,
  families: familiesOfPieces,
});

function detailOf(row: DetailRow): JobDetail {
  return {
    ...jobOf(row),
    pieces: row.pieces.map((piece) => pieceOf(piece, piece.tests)),
    joints: row.joints.map(jointOf),
    decisions: row.decisions.map(decisionBriefOf),
    photos: row.photos.map(photoOf),
    preparation: row.preparation.map(tickOf),
    weld: row.weld.map(weldLog.of),
    record: row.record.map(jobRecordLog.of),
  };
}

const ORDER = {
  updated: desc(tables.job.updatedAt),
  created: desc(tables.job.createdAt),
  title: asc(sql`lower(${tables.job.title})`),
};

function conditionsOf(workshop: string, filter: JobQuery): SQL | undefined {
  const { search, column, environment, rod, family, from, to, lookAgainBy, withdrawn } = filter;
  const conditions: SQL[] = [
    eq(tables.job.workshopId, workshop),
    withdrawn ? isNotNull(tables.job.withdrawnAt) : isNull(tables.job.withdrawnAt),
  ];
  if (column) conditions.push(inArray(tables.job.standing, [...STANDINGS_OF[column]]));
  if (environment) conditions.push(sql`${tables.job.service} ->> 'environment' = ${environment}`);
  // The last word for any of its joints; `no rod` is one.
  if (rod)
    conditions.push(
      sql`exists (select 1 from (select distinct on (d.joint_id) coalesce(d.rod, 'no rod') as rod from decision d
        where d.job_id = ${outerJobId} order by d.joint_id, d.created_at desc) last where last.rod = ${rod})`,
    );
  if (family)
    conditions.push(
      sql`exists (select 1 from piece p where p.job_id = ${outerJobId} and p.workshop_id = ${workshop}
        and p.withdrawn_at is null and p.likely_family = ${family})`,
    );
  if (from) conditions.push(sql`${tables.job.createdAt} >= ${from}::date`);
  if (to) conditions.push(sql`${tables.job.createdAt} < ${to}::date + 1`);
  if (lookAgainBy)
    conditions.push(
      // Few jobs have anything to look at again: they are found first.
      sql`${outerJobId} = any(array(select r.job_id from job_record r where r.workshop_id = ${workshop}
        and r.entry ->> 'kind' in ('look-again', 'seen'))) and ${lookAgainOfJob} <= ${lookAgainBy}`,
    );
  if (search) {
    const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
    // As an array it is asked once, whatever the planner thinks of asking it for every job.
    conditions.push(sql`${outerJobId} = any(array(select jobs_like(${pattern})))`);
  }
  return and(...conditions);
}

/** Jobs of the workshop as filtered, one page of them, and how many there are in all. */
export async function listJobs(
  { database, workshop }: Scope,
  filter: JobQuery,
): Promise<{ jobs: BoardJob[]; total: number }> {
  const where = conditionsOf(workshop, filter);
  const [rows, counted] = await Promise.all([
    database
      .select(boardColumns)
      .from(tables.job)
      .where(where)
      .orderBy(ORDER[filter.sort], tables.job.id)
      .limit(filter.limit)
      .offset(filter.offset),
    database
      .select({ total: sql<number>`count(*)::int` })
      .from(tables.job)
      .where(where),
  ]);
  const jobs = rows.map((row) => ({
    ...jobOf(row),
    pieces: row.pieces,
    joints: row.joints,
    decided: row.decided,
    lookAgainOn: row.lookAgainOn,
    standing: row.standing,
    arcs: row.arcs,
  }));
  return { jobs, total: counted[0]?.total ?? 0 };
}

/** A job with everything on it. @throws ProblemError 404 */
export async function readJobDetail({ database, workshop }: Scope, id: string): Promise<JobDetail> {
  const statement = preparedOnce(database, 'job_detail', (one) =>
    one
      .select(detailColumns)
      .from(tables.job)
      .where(and(eq(tables.job.id, sql.placeholder('id')), eq(tables.job.workshopId, sql.placeholder('workshop'))))
      .prepare('job_detail'),
  );
  const [row] = await statement.execute({ id, workshop });
  return detailOf(orNotFound('job', row));
}

/** Several jobs with everything on them, those that are there. */
export async function readJobDetails(
  { database, workshop }: Scope,
  ids: readonly string[],
): Promise<readonly JobDetail[]> {
  if (ids.length === 0) return [];
  const rows = await database
    .select(detailColumns)
    .from(tables.job)
    .where(and(inArray(tables.job.id, [...ids]), eq(tables.job.workshopId, workshop)));
  return rows.map(detailOf);
}

/** A job without what is on it. @throws ProblemError 404 */
export async function readJob(scope: Scope, id: string): Promise<Job> {
  const [row] = await scope.database
    .select(columns)
    .from(tables.job)
    .where(mine(tables.job, scope, id));
  return jobOf(orNotFound('job', row));
}

/** Stores a new job; a repetition of the request that made one answers that one. */
async function insertJob(
  scope: Scope,
  values: Omit<typeof tables.job.$inferInsert, 'workshopId' | 'madeFrom'>,
  fingerprint: string,
): Promise<{ readonly job: JobDetail; readonly fresh: boolean }> {
  const { database, workshop } = scope;
  const [inserted] = await database
    .insert(tables.job)
    .values({ ...values, workshopId: workshop, madeFrom: fingerprint })
    .onConflictDoNothing()
    .returning();
  const bare = {
    lastRod: null,
    pieceCount: 0,
    families: [],
    pieces: [],
    joints: [],
    decisions: [],
    photos: [],
    preparation: [],
    weld: [],
    record: [],
  };
  const job = await insertedOnce(
    'job',
    values.id,
    fingerprint,
    inserted && detailOf({ job: inserted, ...bare }),
    async () => {
      const [row] = await database
        .select(detailColumns)
        .from(tables.job)
        .where(mine(tables.job, scope, values.id));
      return row && { row: detailOf(row), madeFrom: row.job.madeFrom };
    },
  );
  return { job, fresh: inserted !== undefined };
}

/**
 * Creates a job with the pieces and joints it is described by. The same request sent again answers the job it made.
 * @throws ProblemError 409 when an id belongs to something else
 */
export async function addJob(
  context: RequestContext,
  { id = uuid(), pieces = [], joints = [], ...fields }: NewJob,
): Promise<JobDetail> {
  const values = { state: 'bench' as const, stage: 'job' as const, ...fields, id };
  const part = pieces.length + joints.length > 0 ? [pieces, joints] : [];
  if (part.length === 0) return (await insertJob(context, values, madeFrom('job', fields))).job;
  return context.transaction(async (scope) => {
    const { job, fresh } = await insertJob(scope, values, madeFrom('job', fields, ...part));
    // Sent twice: the first time has done it all.
    return fresh ? withPart({ ...context, ...scope }, id, pieces, joints) : job;
  });
}

/** Puts pieces and joints on a job just made. Joints others are alike to go before those. */
async function withPart(
  context: RequestContext,
  jobId: string,
  pieces: readonly NewPiece[],
  joints: readonly NewJoint[],
): Promise<JobDetail> {
  for (const piece of pieces) await addPiece(context, jobId, piece);
  for (const one of joints) await addJoint(context, jobId, one);
  return readJobDetail(context, jobId);
}

/**
 * Changes a job.
 * @throws ProblemError 409 with the job as it stands when it was changed meanwhile
 */
export async function changeJob(
  scope: Scope,
  id: string,
  { version, ...changes }: JobPatch & { withdrawnAt?: Date | null },
): Promise<JobHead> {
  const [row] = await scope.database
    .update(tables.job)
    .set(next(version, changes))
    .where(upon(tables.job, scope, id, version))
    .returning();
  return orConflict('job', row && headOf(row), () => readJob(scope, id));
}

/** A purge as a copy of its job begins with it: the same places on the new pieces, nothing running. */
function purgeOfCopy(plan: PurgePlan, ids: ReadonlyMap<string, string>): PurgePlan {
  const moved = <Place extends { readonly piece: string }>(places: readonly Place[]): Place[] =>
    places.flatMap((place) => {
      const piece = ids.get(place.piece);
      return piece === undefined ? [] : [{ ...place, piece }];
    });
  return { ...plan, dams: moved(plan.dams), vents: moved(plan.vents), clock: null };
}

/**
 * Makes a new job from an old one as a starting point: what it is, its service, its pieces and its joints. Tests and
 * decisions belong to the old part and stay with it.
 * @throws ProblemError 404 without the old job; 409 when the new id belongs to another job
 */
export async function duplicateJob(context: RequestContext, id: string, newId = uuid()): Promise<JobDetail> {
  const source = await readJobDetail(context, id);
  const kept = activePieces(source);
  const ids = new Map([...kept, ...activeJoints(source)].map((one) => [one.id, uuid()]));
  const pieces = kept.map(
    ({
      id: old,
      jobId: _job,
      position: _place,
      likelyFamily: _family,
      version: _version,
      withdrawnAt: _gone,
      tests: _tests,
      ...piece
    }): NewPiece => ({ ...piece, id: ids.get(old) }),
  );
  // Two things are never alike to each other, so that leading joints can go first.
  const joints = [...activeJoints(source)]
    .sort(
      (left, right) => Number(left.alikeTo !== null) - Number(right.alikeTo !== null) || left.position - right.position,
    )
    .map(({ id: old, jobId: _job, position: _place, version: _version, withdrawnAt: _gone, ...one }): NewJoint => ({
      ...one,
      id: ids.get(old),
      alikeTo: one.alikeTo === null ? null : (ids.get(one.alikeTo) ?? null),
      sides: one.sides.flatMap((side) => {
        const piece = ids.get(side.piece);
        return piece === undefined ? [] : [{ ...side, piece }];
      }),
    }));
  return context.transaction(async (scope) => {
    const { job, fresh } = await insertJob(
      scope,
      {
        id: newId,
        title: `${source.title} (again)`.slice(0, 120),
        item: source.item,
        state: 'bench',
        stage: 'job',
        service: source.service,
        temperaturesC: source.temperaturesC,
        purge: purgeOfCopy(source.purge, ids),
        acceptance: source.acceptance,
        machine: source.machine,
      },
      madeFrom('duplicate', id),
    );
    // Sent twice: the first time has done it all.
    return fresh ? withPart({ ...context, ...scope }, newId, pieces, joints) : job;
  });
}
