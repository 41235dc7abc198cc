import type { Role } from '@variatum/contracts';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import type { Scope } from '../store';

/** On whose behalf a request is handled, and what it is handled with. Handlers get nothing else: they keep no state. */
export interface RequestContext extends Scope {
  /** Identifier of who asks; null while the program knows no people. */
  readonly person: string | null;
  /** null: nobody who is signed in. */
  readonly role: Role | null;
  readonly compute: Compute;
  /** Runs queries as one: all of them count, or none. */
  transaction<Result>(work: (scope: Scope) => Promise<Result>): Promise<Result>;
}

/** Handles requests of one workshop. */
export function contextOf(
  open: OpenDatabase,
  compute: Compute,
  {
    workshop,
    person = null,
    role = 'owner',
  }: { readonly workshop: string; readonly person?: string | null; readonly role?: Role | null },
): RequestContext {
  return {
    database: open.of(workshop, person),
    workshop,
    person,
    role,
    compute,
    transaction: (work) => open.transaction(workshop, person, (database) => work({ database, workshop })),
  };
}
