import type { Decision, DecisionBrief } from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import { and, desc, eq, getTableColumns, sql } from 'drizzle-orm';
import { momentOf, rowsJson, tables, type JsonRow } from '../database';
import { ProblemError } from '../http/problem-error';
import { mine, ownedBy, type Scope } from '../store';

const { question: _question, result: _result, ...briefColumns } = getTableColumns(tables.decision);
type BriefRow = Omit<typeof tables.decision.$inferSelect, 'question' | 'result'>;

/** Decisions of the job a statement is about, in brief, newest first. */
export const decisionsOfJob = rowsJson<BriefRow>(
  tables.decision,
  briefColumns,
  sql`${tables.decision.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.decision.createdAt} desc`,
);

/** The last decision for each joint of the job a statement is about, and for the job as a whole. */
export const decidedOfJob = sql<
  { jointId: string | null; rod: string | null }[]
>`(select coalesce(json_agg(json_build_object('jointId', d.joint_id, 'rod', d.rod) order by d.created_at desc), '[]')
  from (select distinct on (joint_id) joint_id, rod, created_at from decision where job_id = ${sql.raw('"job"."id"')}
  order by joint_id, created_at desc) d)`;

/** A decision in brief, from columns or from JSON. */
export const decisionBriefOf = (row: BriefRow | JsonRow<BriefRow>): DecisionBrief => ({
  id: row.id,
  jobId: row.jobId,
  jointId: row.jointId,
  rod: row.rod,
  recommended: row.recommended,
  engineVersion: row.engineVersion,
  seed: row.seed,
  note: row.note,
  madeBy: row.madeBy,
  createdAt: momentOf(row.createdAt),
});

/** Decisions of a job in brief, newest first. @throws ProblemError 404 without the job */
export async function listDecisions(scope: Scope, jobId: string): Promise<DecisionBrief[]> {
  const rows = await scope.database
    .select({ job: tables.job.id, decision: briefColumns })
    .from(tables.job)
    .leftJoin(tables.decision, eq(tables.decision.jobId, tables.job.id))
    .where(mine(tables.job, scope, jobId))
    .orderBy(desc(tables.decision.createdAt));
  if (rows.length === 0) throw ProblemError.notFound('job');
  return rows.flatMap(({ decision }) => (decision ? [decisionBriefOf(decision)] : []));
}

/** A whole decision. @throws ProblemError 404 */
export async function readDecision(scope: Scope, id: string): Promise<Decision> {
  const [row] = await scope.database
    .select()
    .from(tables.decision)
    .where(mine(tables.decision, scope, id));
  if (!row) throw ProblemError.notFound('decision');
  return { ...decisionBriefOf(row), question: row.question, result: row.result };
}

/** What was last decided on for each joint of a job, where this engine gave the answer: an answer is large. */
export async function answersOfJob(
  { database, workshop }: Scope,
  jobId: string,
): Promise<readonly Pick<Decision, 'question' | 'result'>[]> {
  return database
    .selectDistinctOn([tables.decision.jointId], {
      question: tables.decision.question,
      result: tables.decision.result,
    })
    .from(tables.decision)
    .where(
      and(
        eq(tables.decision.workshopId, workshop),
        eq(tables.decision.jobId, jobId),
        eq(tables.decision.engineVersion, ENGINE_VERSION),
      ),
    )
    .orderBy(tables.decision.jointId, desc(tables.decision.createdAt));
}

/** What a decision is made of; its result is JSON text, stored as it is. */
export interface NewDecisionRow extends Omit<DecisionBrief, 'createdAt' | 'madeBy'> {
  readonly question: object;
  readonly resultJson: string;
  /** Fingerprint of the request. */
  readonly madeFrom: string;
}

/**
 * The decision an id belongs to, when it was made from the very same request; undefined while the id is free.
 * @throws ProblemError 409
 */
export async function repeatedDecision(
  { database, workshop }: Scope,
  id: string,
  fingerprint: string,
): Promise<DecisionBrief | undefined> {
  const [row] = await database
    .select({ ...briefColumns, workshopId: tables.decision.workshopId })
    .from(tables.decision)
    .where(eq(tables.decision.id, id));
  if (!row) return undefined;
  if (row.workshopId !== workshop || row.madeFrom !== fingerprint) throw ProblemError.taken('decision', id);
  return decisionBriefOf(row);
}

/** Stores a decision. The same request sent again answers the decision it made. @throws ProblemError 404, 409 */
export async function addDecision(
  scope: Scope,
  { question, resultJson, ...fields }: NewDecisionRow,
): Promise<DecisionBrief> {
  const { database, workshop } = scope;
  const [row] = await ownedBy({ decision_of_job: 'job', decision_for_joint: 'joint' }, () =>
    database
      .insert(tables.decision)
      .values({ ...fields, workshopId: workshop, question: { ...question }, result: sql`${resultJson}::jsonb` })
      .onConflictDoNothing()
      .returning(briefColumns),
  );
  const decision = row ? decisionBriefOf(row) : await repeatedDecision(scope, fields.id, fields.madeFrom);
  // Its id was in use a moment ago, and nothing here is ever erased.
  if (!decision) throw ProblemError.taken('decision', fields.id);
  return decision;
}
