import type { Database } from '../database';

/** Where queries go, and whose rows they may touch. */
export interface Scope {
  readonly database: Database;
  /** Identifier of the workshop. */
  readonly workshop: string;
}
