import type { Decision } from '@variatum/contracts';
import { and, desc, eq } from 'drizzle-orm';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';

type Row = typeof tables.decision.$inferSelect;

const readDecision = (row: Row): Decision => ({
  id: row.id,
  jobId: row.jobId,
  rod: row.rod,
  recommended: row.recommended,
  engineVersion: row.engineVersion,
  seed: row.seed,
  question: row.question,
  result: row.result,
  note: row.note,
  createdAt: row.createdAt.toISOString(),
});

/** Decisions of a job, newest first. */
export async function decisionsOfJob(database: Database, workshopId: string, jobId: string): Promise<Decision[]> {
  const rows = await database
    .select()
    .from(tables.decision)
    .where(and(eq(tables.decision.jobId, jobId), eq(tables.decision.workshopId, workshopId)))
    .orderBy(desc(tables.decision.createdAt));
  return rows.map(readDecision);
}

/** Stores a decision. A repeated request with the same id answers the decision already there. */
export async function addDecision(
  database: Database,
  workshopId: string,
  decision: Omit<Decision, 'createdAt'>,
): Promise<Decision> {
  await database
    .insert(tables.decision)
    .values({ ...decision, workshopId })
    .onConflictDoNothing();
  const [row] = await database
    .select()
    .from(tables.decision)
    .where(and(eq(tables.decision.id, decision.id), eq(tables.decision.workshopId, workshopId)));
  if (!row) throw ProblemError.notFound('decision');
  return readDecision(row);
}
