import type { Workshop, WorkshopPatch } from '@variatum/contracts';
import { and, eq } from 'drizzle-orm';
import { completeProfile } from '@variatum/metallurgy';
import { tables } from '../database';
import { next, orConflict, type Scope, orNotFound } from '../store';

/** The one workshop of a server without sign-in. */
export const ONLY_WORKSHOP_ID = '00000000-0000-4000-8000-000000000001';

type Row = typeof tables.workshop.$inferSelect;

const read = ({ createdAt: _created, updatedAt: _updated, ...row }: Row): Workshop => ({
  ...row,
  ownedTests: row.ownedTests ?? null,
  acceptanceProfiles: row.acceptanceProfiles?.map(completeProfile) ?? null,
});

/** Makes sure the workshop exists. */
export async function ensureWorkshop({ database, workshop }: Scope): Promise<void> {
  await database.insert(tables.workshop).values({ id: workshop, name: 'Workshop' }).onConflictDoNothing();
}

/** Reads a workshop. */
export async function readWorkshop({ database, workshop }: Scope): Promise<Workshop> {
  const [row] = await database.select().from(tables.workshop).where(eq(tables.workshop.id, workshop));
  return read(orNotFound('workshop', row));
}

/**
 * Changes a workshop.
 * @throws ProblemError 409 with the workshop as it stands when it was changed meanwhile
 */
export async function changeWorkshop(scope: Scope, { version, ...changes }: WorkshopPatch): Promise<Workshop> {
  const [row] = await scope.database
    .update(tables.workshop)
    .set(next(version, changes))
    .where(and(eq(tables.workshop.id, scope.workshop), eq(tables.workshop.version, version)))
    .returning();
  return orConflict('workshop', row && read(row), () => readWorkshop(scope));
}
