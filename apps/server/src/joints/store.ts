import { NO_SEAM_ORDER, seamOrderSchema, type JointPatch, type JointRecord, type NewJoint } from '@variatum/contracts';
import { getTableColumns, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { momentOrNull, rowsJson, tables, type JsonRow } from '../database';
import { insertedOnce, madeFrom, mine, next, orConflict, orNotFound, ownedBy, upon, type Scope } from '../store';

type Row = typeof tables.joint.$inferSelect;

/** Joints of the job a statement is about, in order. */
export const jointsOfJob = rowsJson<Row>(
  tables.joint,
  getTableColumns(tables.joint),
  sql`${tables.joint.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.joint.position}, ${tables.joint.createdAt}`,
);

/** A joint as every answer gives it, from columns or from JSON. */
export function jointOf(row: Row | JsonRow<Row>): JointRecord {
  const { workshopId: _shop, createdAt: _created, updatedAt: _updated, madeFrom: _from, withdrawnAt, ...fields } = row;
  return { ...fields, withdrawnAt: momentOrNull(withdrawnAt) };
}

/** What a joint belongs to and names, by the constraints that hold it to them. */
const OWNERS = {
  joint_of_job: 'job',
  joint_alike_to_joint: 'joint it is alike to',
  joint_side_of_piece: 'piece of the joint',
};

/** The database gives it the last place. */
const LAST = -1;

/** A joint. @throws ProblemError 404 */
export async function readJoint(scope: Scope, id: string): Promise<JointRecord> {
  const [row] = await scope.database
    .select()
    .from(tables.joint)
    .where(mine(tables.joint, scope, id));
  return jointOf(orNotFound('joint', row));
}

/**
 * Adds a joint after the others. The same request sent again answers the joint it made.
 * @throws ProblemError 404 without the job, a piece or the joint it is alike to; 409 when the id belongs to another
 * joint
 */
export async function addJoint(scope: Scope, jobId: string, { id = uuid(), ...asked }: NewJoint): Promise<JointRecord> {
  const { database, workshop } = scope;
  // What is left out of its order is as nobody said anything of it.
  const fields = { ...asked, seamOrder: seamOrderSchema.parse(asked.seamOrder ?? NO_SEAM_ORDER) };
  const fingerprint = madeFrom('joint', jobId, asked);
  const [inserted] = await ownedBy(OWNERS, () =>
    database
      .insert(tables.joint)
      .values({ ...fields, id, workshopId: workshop, jobId, position: LAST, madeFrom: fingerprint })
      .onConflictDoNothing()
      .returning(),
  );
  return insertedOnce('joint', id, fingerprint, inserted && jointOf(inserted), async () => {
    const [row] = await database
      .select()
      .from(tables.joint)
      .where(mine(tables.joint, scope, id));
    return row && { row: jointOf(row), madeFrom: row.madeFrom };
  });
}

/**
 * Changes a joint, withdraws it or brings it back.
 * @throws ProblemError 404 without a piece it names; 409 with the joint as it stands when it was changed meanwhile
 */
export async function changeJoint(
  scope: Scope,
  id: string,
  { version, ...changes }: JointPatch & { readonly withdrawnAt?: Date | null },
): Promise<JointRecord> {
  const [row] = await ownedBy(OWNERS, () =>
    scope.database
      .update(tables.joint)
      .set(next(version, changes))
      .where(upon(tables.joint, scope, id, version))
      .returning(),
  );
  return orConflict('joint', row && jointOf(row), () => readJoint(scope, id));
}
