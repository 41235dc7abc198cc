import type { Role } from '@variatum/contracts';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import type { Scope } from '../store';

/** On whose behalf a request is handled, and what it is handled with. Handlers get nothing else: they keep no state. */
export interface RequestContext extends Scope {
  /** Identifier of who asks; null while the program knows no people. */
  readonly person: string | null;
  readonly role: Role;
  readonly compute: Compute;
  /** Runs queries as one: all of them count, or none. */
  transaction<Result>(work: (scope: Scope) => Promise<Result>): Promise<Result>;
}

/** Handles requests of one workshop. */
export function contextOf(
  open: OpenDatabase,
  compute: Compute,
  { workshop, person = null, role = 'owner' }: { workshop: string; person?: string | null; role?: Role },
): RequestContext {
  return {
    database: open.of(workshop),
    workshop,
    person,
    role,
    compute,
    transaction: (work) => open.transaction(workshop, (database) => work({ database, workshop })),
  };
}
