import type { Workshop, WorkshopPatch } from '@variatum/contracts';
import { and, eq } from 'drizzle-orm';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';

/** The one workshop of a server without sign-in. */
export const ONLY_WORKSHOP_ID = '00000000-0000-4000-8000-000000000001';

type Row = typeof tables.workshop.$inferSelect;

const read = ({ createdAt: _created, updatedAt: _updated, ...row }: Row): Workshop => ({
  ...row,
  ownedTests: row.ownedTests ?? null,
  acceptanceProfiles: row.acceptanceProfiles ?? null,
  lengthUnit: row.lengthUnit as Workshop['lengthUnit'],
  temperatureUnit: row.temperatureUnit as Workshop['temperatureUnit'],
  flowUnit: row.flowUnit as Workshop['flowUnit'],
});

/** Makes sure the workshop exists. */
export async function ensureWorkshop(database: Database): Promise<void> {
  await database.insert(tables.workshop).values({ id: ONLY_WORKSHOP_ID, name: 'Workshop' }).onConflictDoNothing();
}

/** Reads a workshop. */
export async function readWorkshop(database: Database, workshopId: string): Promise<Workshop> {
  const [row] = await database.select().from(tables.workshop).where(eq(tables.workshop.id, workshopId));
  if (!row) throw ProblemError.notFound('workshop');
  return read(row);
}

/**
 * Changes a workshop.
 * @throws ProblemError 409 with the workshop as it stands when it was changed meanwhile
 */
export async function changeWorkshop(
  database: Database,
  workshopId: string,
  { version, ...changes }: WorkshopPatch,
): Promise<Workshop> {
  const [row] = await database
    .update(tables.workshop)
    .set({ ...changes, version: version + 1, updatedAt: new Date() })
    .where(and(eq(tables.workshop.id, workshopId), eq(tables.workshop.version, version)))
    .returning();
  if (!row) throw ProblemError.conflict('workshop', await readWorkshop(database, workshopId));
  return read(row);
}
