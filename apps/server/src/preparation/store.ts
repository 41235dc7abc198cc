import type { NewPreparationTick, PreparationTick } from '@variatum/contracts';
import { getTableColumns, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { momentOf, rowsJson, tables, type JsonRow } from '../database';
import { insertedOnce, madeFrom, mine, ownedBy, type Scope } from '../store';

type Row = typeof tables.preparationTick.$inferSelect;

/** Words on the preparation list of the job a statement is about, oldest first. */
export const ticksOfJob = rowsJson<Row>(
  tables.preparationTick,
  getTableColumns(tables.preparationTick),
  sql`${tables.preparationTick.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.preparationTick.createdAt}, ${tables.preparationTick.id}`,
);

/** A word as every answer gives it, from columns or from JSON. */
export const tickOf = ({ id, jobId, key, state, way, madeBy, createdAt }: Row | JsonRow<Row>): PreparationTick => ({
  id,
  jobId,
  key,
  state,
  way,
  madeBy,
  createdAt: momentOf(createdAt),
});

/**
 * Adds a word. The same request sent again answers the word it made.
 * @throws ProblemError 404 without the job; 409 when the id belongs to another word
 */
export async function addTick(
  scope: Scope,
  jobId: string,
  { id = uuid(), key, state, way = null }: NewPreparationTick,
): Promise<PreparationTick> {
  const { database, workshop } = scope;
  const fingerprint = madeFrom('preparation', jobId, key, state, way);
  const [inserted] = await ownedBy({ preparation_tick_of_job: 'job' }, () =>
    database
      .insert(tables.preparationTick)
      .values({ id, workshopId: workshop, jobId, key, state, way, madeFrom: fingerprint })
      .onConflictDoNothing()
      .returning(),
  );
  return insertedOnce('word on the preparation', id, fingerprint, inserted && tickOf(inserted), async () => {
    const [row] = await database
      .select()
      .from(tables.preparationTick)
      .where(mine(tables.preparationTick, scope, id));
    return row && { row: tickOf(row), madeFrom: row.madeFrom };
  });
}
