import type { JointPut, JointRecord } from '@variatum/contracts';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';

/** The joint of a job, or null. */
export async function jointOfJob(database: Database, workshopId: string, jobId: string): Promise<JointRecord | null> {
  const [row] = await database
    .select()
    .from(tables.joint)
    .where(and(eq(tables.joint.jobId, jobId), eq(tables.joint.workshopId, workshopId)));
  return row ? { id: row.id, jobId, joint: row.joint as JointRecord['joint'], version: row.version } : null;
}

/**
 * Sets the joint of a job.
 * @throws ProblemError 409 with the joint as it stands when it was changed meanwhile
 */
export async function putJoint(
  database: Database,
  workshopId: string,
  jobId: string,
  { version, joint }: JointPut,
): Promise<JointRecord> {
  const changed =
    version === 0
      ? await database
          .insert(tables.joint)
          .values({ id: uuid(), workshopId, jobId, joint })
          .onConflictDoNothing()
          .returning({ id: tables.joint.id })
      : await database
          .update(tables.joint)
          .set({ joint, version: version + 1, updatedAt: new Date() })
          .where(
            and(
              eq(tables.joint.jobId, jobId),
              eq(tables.joint.workshopId, workshopId),
              eq(tables.joint.version, version),
            ),
          )
          .returning({ id: tables.joint.id });
  const current = await jointOfJob(database, workshopId, jobId);
  if (changed.length === 0 || !current) throw ProblemError.conflict('joint', current);
  return current;
}
