import { and, eq, type AnyColumn, type SQL } from 'drizzle-orm';
import { ProblemError } from '../http/problem-error';
import type { Scope } from './scope';

/** Rows that belong to a workshop. */
interface Owned {
  readonly id: AnyColumn;
  readonly workshopId: AnyColumn;
}

/** The row of an identifier, when it is one of the workshop. */
export const mine = (table: Owned, { workshop }: Scope, id: string): SQL | undefined =>
  and(eq(table.id, id), eq(table.workshopId, workshop));

/** As `mine`, when it still stands at a version. */
export const upon = (
  table: Owned & { readonly version: AnyColumn },
  scope: Scope,
  id: string,
  version: number,
): SQL | undefined => and(mine(table, scope, id), eq(table.version, version));

/** What a change writes: the fields, and that there is a newer version. */
export const next = <Changes extends object>(
  version: number,
  changes: Changes,
): Changes & { version: number; updatedAt: Date } => ({ ...changes, version: version + 1, updatedAt: new Date() });

/**
 * Settles a change made upon a version.
 * @param changed what the change answered; undefined when no row stood at that version
 * @param current reads the thing as it stands; throws 404 when it is not there
 * @throws ProblemError 409 with the thing as it stands
 */
export async function orConflict<Thing>(
  what: string,
  changed: Thing | undefined,
  current: () => Promise<unknown>,
): Promise<Thing> {
  if (changed === undefined) throw ProblemError.conflict(what, await current());
  return changed;
}

/** What was asked for by its identifier. @throws ProblemError 404 when it is not there */
export function orNotFound<Thing>(what: string, found: Thing | undefined): Thing {
  if (found === undefined) throw ProblemError.notFound(what);
  return found;
}
