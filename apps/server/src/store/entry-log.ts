import { and, isNull } from 'drizzle-orm';
import { momentOf, momentOrNull, type JsonRow, type tables } from '../database';
import { insertedOnce } from './inserted-once';
import { madeFrom } from './made-from';
import { ownedBy } from './owned-by';
import type { Scope } from './scope';
import { mine, next, orNotFound } from './versioned';

/**
 * Tables of a log of a job: entries at its joints that are added and struck out. The log of the weld always names the
 * joint.
 */
type LogTable = typeof tables.weldEntry | typeof tables.jobRecord;
type RowOf<Table extends LogTable> = Table['$inferSelect'];

/** An entry as every answer gives it. */
interface KeptEntry<Table extends LogTable> {
  readonly id: string;
  readonly jobId: string;
  readonly jointId: RowOf<Table>['jointId'];
  readonly at: string;
  readonly entry: RowOf<Table>['entry'];
  readonly madeBy: string | null;
  readonly version: number;
  readonly createdAt: string;
  readonly struckOutAt: string | null;
  readonly struckOutReason: string | null;
}

/** A log of a job in the database. */
interface EntryLog<Table extends LogTable> {
  /** An entry as every answer gives it, from columns or from JSON. */
  of(row: RowOf<Table> | JsonRow<RowOf<Table>>): KeptEntry<Table>;
  /**
   * Adds an entry. The same request sent again answers the entry it made.
   * @throws ProblemError 404 without the job or joint; 409 when the id belongs to another entry
   */
  add(
    scope: Scope,
    jobId: string,
    entry: {
      readonly id: string;
      readonly jointId: RowOf<Table>['jointId'];
      readonly at: string;
      readonly entry: RowOf<Table>['entry'];
    },
  ): Promise<KeptEntry<Table>>;
  /**
   * Strikes an entry out: it stays in the log and no longer counts. Striking it out twice changes nothing.
   * @throws ProblemError 404
   */
  strikeOut(scope: Scope, id: string, reason: string): Promise<KeptEntry<Table>>;
}

/**
 * A log of a job: rows are added and struck out, never changed or erased.
 * @param what an entry is called
 * @param owners what each foreign key is about, by the name of the constraint
 */
export function entryLog<Table extends LogTable>(
  table: Table,
  what: string,
  owners: Readonly<Record<string, string>>,
): EntryLog<Table> {
  // The two tables have the same columns; the builder knows each by its own name only.
  const log = table as unknown as typeof tables.jobRecord;
  type Row = typeof tables.jobRecord.$inferSelect;
  const of = (row: Row | JsonRow<Row>): KeptEntry<Table> =>
    ({
      id: row.id,
      jobId: row.jobId,
      jointId: row.jointId,
      at: momentOf(row.at),
      entry: row.entry,
      madeBy: row.madeBy,
      version: row.version,
      createdAt: momentOf(row.createdAt),
      struckOutAt: momentOrNull(row.struckOutAt),
      struckOutReason: row.struckOutReason,
    }) as KeptEntry<Table>;
  const read = async (scope: Scope, id: string): Promise<Row | undefined> =>
    (
      await scope.database
        .select()
        .from(log)
        .where(mine(log, scope, id))
    )[0];
  return {
    of: of as EntryLog<Table>['of'],
    async add(scope, jobId, { id, jointId, at, entry }) {
      const fingerprint = madeFrom(what, jobId, jointId, at, entry);
      const values = {
        id,
        workshopId: scope.workshop,
        jobId,
        jointId,
        at: new Date(at),
        entry: entry as Row['entry'],
        madeFrom: fingerprint,
      };
      const [inserted] = await ownedBy(owners, () =>
        scope.database.insert(log).values(values).onConflictDoNothing().returning(),
      );
      return insertedOnce(what, id, fingerprint, inserted && of(inserted), async () => {
        const row = await read(scope, id);
        return row && { row: of(row), madeFrom: row.madeFrom };
      });
    },
    async strikeOut(scope, id, reason) {
      const known = orNotFound(what, await read(scope, id));
      const [struck] = await scope.database
        .update(log)
        .set(next(known.version, { struckOutAt: new Date(), struckOutReason: reason }))
        .where(and(mine(log, scope, id), isNull(log.struckOutAt)))
        .returning();
      return of(struck ?? orNotFound(what, await read(scope, id)));
    },
  };
}
