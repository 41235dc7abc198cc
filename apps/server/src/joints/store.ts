import type { JointPut, JointRecord } from '@variatum/contracts';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { ownedBy } from '../http/owned-by';
import { ProblemError } from '../http/problem-error';

type Row = typeof tables.joint.$inferSelect;

/** A joint as every answer gives it. */
export const jointOf = ({
  id,
  jobId,
  joint,
  version,
}: Pick<Row, 'id' | 'jobId' | 'joint' | 'version'>): JointRecord => ({
  id,
  jobId,
  joint: joint as JointRecord['joint'],
  version,
});

/** The joint of a job, or null. */
async function jointOfJob(database: Database, workshopId: string, jobId: string): Promise<JointRecord | null> {
  const [row] = await database
    .select()
    .from(tables.joint)
    .where(and(eq(tables.joint.jobId, jobId), eq(tables.joint.workshopId, workshopId)));
  return row ? jointOf(row) : null;
}

/**
 * Sets the joint of a job.
 * @throws ProblemError 404 without the job; 409 with the joint as it stands when it was changed meanwhile
 */
export async function putJoint(
  database: Database,
  workshopId: string,
  jobId: string,
  { version, joint }: JointPut,
): Promise<JointRecord> {
  const [row] =
    version === 0
      ? await ownedBy({ joint_of_job: 'job' }, () =>
          database
            .insert(tables.joint)
            .values({ id: uuid(), workshopId, jobId, joint })
            .onConflictDoNothing()
            .returning(),
        )
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
          .returning();
  if (row) return jointOf(row);
  const current = await jointOfJob(database, workshopId, jobId);
  if (!current) throw ProblemError.notFound('joint');
  throw ProblemError.conflict('joint', current);
}
