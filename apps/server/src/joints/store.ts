import type { JointPut, JointRecord } from '@variatum/contracts';
import { and, eq, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import { next, orConflict, ownedBy, type Scope, orNotFound } from '../store';

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
  joint,
  version,
});

const ofJob = ({ workshop }: Scope, jobId: string): SQL | undefined =>
  and(eq(tables.joint.jobId, jobId), eq(tables.joint.workshopId, workshop));

/** The joint of a job. @throws ProblemError 404 */
async function jointOfJob(scope: Scope, jobId: string): Promise<JointRecord> {
  const [row] = await scope.database.select().from(tables.joint).where(ofJob(scope, jobId));
  return jointOf(orNotFound('joint', row));
}

/**
 * Sets the joint of a job.
 * @throws ProblemError 404 without the job; 409 with the joint as it stands when it was changed meanwhile
 */
export async function putJoint(scope: Scope, jobId: string, { version, joint }: JointPut): Promise<JointRecord> {
  const { database, workshop } = scope;
  const [row] =
    version === 0
      ? await ownedBy({ joint_of_job: 'job' }, () =>
          database
            .insert(tables.joint)
            .values({ id: uuid(), workshopId: workshop, jobId, joint })
            .onConflictDoNothing()
            .returning(),
        )
      : await database
          .update(tables.joint)
          .set(next(version, { joint }))
          .where(and(ofJob(scope, jobId), eq(tables.joint.version, version)))
          .returning();
  return orConflict('joint', row && jointOf(row), () => jointOfJob(scope, jobId));
}
