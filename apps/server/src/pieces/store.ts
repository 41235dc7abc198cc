import type { NewPiece, Piece, PiecePatch } from '@variatum/contracts';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Compute } from '../compute';
import { tables, type Database, type OpenDatabase } from '../database';
import { insertedOnce } from '../http/inserted-once';
import { madeFrom } from '../http/made-from';
import { ownedBy } from '../http/owned-by';
import { ProblemError } from '../http/problem-error';
import { EVIDENCE_FIELDS, likelyFamily } from './likely-family';
import { onePiece, pieceColumns, pieceOf } from './read-piece';

type Row = typeof tables.piece.$inferSelect;

/** A new piece with everything it starts with. */
const BLANK = {
  kind: 'base', family: null, form: null, coating: null, condition: null, grade: null, weldMetal: null, tests: [],
} as const; // prettier-ignore

/** The database gives it the last place. */
const LAST = -1;

/**
 * Adds a piece at the end. The same request sent again answers the piece it made.
 * @throws ProblemError 404 without the job; 409 when the id belongs to another piece
 */
export async function addPiece(
  { database }: OpenDatabase,
  compute: Compute,
  workshopId: string,
  jobId: string,
  { id = uuid(), ...fields }: NewPiece,
): Promise<Piece> {
  const fingerprint = madeFrom('piece', jobId, fields);
  const family = await likelyFamily(compute, { ...BLANK, ...fields });
  const [inserted] = await ownedBy({ piece_of_job: 'job' }, () =>
    database
      .insert(tables.piece)
      .values({
        kind: BLANK.kind,
        ...fields,
        id,
        workshopId,
        jobId,
        position: LAST,
        likelyFamily: family,
        madeFrom: fingerprint,
      })
      .onConflictDoNothing()
      .returning(),
  );
  return insertedOnce('piece', id, fingerprint, inserted && pieceOf(inserted, []), async () => {
    const [row] = await database
      .select(pieceColumns)
      .from(tables.piece)
      .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId)));
    return row && { row: pieceOf(row.piece, row.tests), madeFrom: row.piece.madeFrom };
  });
}

/**
 * Changes a piece, withdraws it or brings it back; what its family follows from and the family are changed as one.
 * @throws ProblemError 409 with the piece as it stands when it was changed meanwhile
 */
export async function changePiece(
  open: OpenDatabase,
  compute: Compute,
  workshopId: string,
  id: string,
  { version, ...changes }: PiecePatch & { readonly withdrawnAt?: Date | null },
): Promise<Piece> {
  const reckons = EVIDENCE_FIELDS.some((field) => field in changes);
  const update = (database: Database): Promise<Piece> => updatePiece(database, workshopId, id, version, changes);
  if (!reckons) return update(open.database);
  return open.transaction(async (database) => keepFamily(database, compute, await update(database)));
}

async function updatePiece(
  database: Database,
  workshopId: string,
  id: string,
  version: number,
  changes: Partial<Row>,
): Promise<Piece> {
  const [row] = await database
    .update(tables.piece)
    .set({ ...changes, version: version + 1, updatedAt: new Date() })
    .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId), eq(tables.piece.version, version)))
    .returning(pieceColumns);
  if (!row) throw ProblemError.conflict('piece', await onePiece(database, workshopId, id));
  return pieceOf(row.piece, row.tests);
}

/**
 * Reckons the family of a piece anew and keeps it with the piece, which counts as no change of it.
 * @param database a transaction that holds the piece: whoever else adds a test to it waits, so that no family is older than its tests
 */
export async function keepFamily(database: Database, compute: Compute, piece: Piece): Promise<Piece> {
  const family = await likelyFamily(compute, piece);
  if (family === piece.likelyFamily) return piece;
  await database.update(tables.piece).set({ likelyFamily: family }).where(eq(tables.piece.id, piece.id));
  return { ...piece, likelyFamily: family };
}

/** A piece, held against changes until the transaction ends. @throws ProblemError 404 */
export async function holdPiece(database: Database, workshopId: string, id: string): Promise<Piece> {
  const [held] = await database
    .select({ id: tables.piece.id })
    .from(tables.piece)
    .where(and(eq(tables.piece.id, id), eq(tables.piece.workshopId, workshopId)))
    .for('update');
  if (!held) throw ProblemError.notFound('piece');
  // Read once the piece is held: what was logged meanwhile is among its tests.
  return onePiece(database, workshopId, id);
}
