import type { Workshop } from '@variatum/contracts';
import { eq } from 'drizzle-orm';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';

/** The one workshop of a server without sign-in. */
export const ONLY_WORKSHOP_ID = '00000000-0000-4000-8000-000000000001';

type Row = typeof tables.workshop.$inferSelect;

const read = ({ id, name, ownedTests, preferences, version }: Row): Workshop => ({
  id,
  name,
  ownedTests: ownedTests ?? null,
  preferences,
  version,
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
