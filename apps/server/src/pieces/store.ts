import type { NewPiece, Piece, PiecePatch } from '@variatum/contracts';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { insertedOnce, madeFrom, mine, next, orConflict, ownedBy, upon, type Scope } from '../store';
import { EVIDENCE_FIELDS, likelyFamily } from './likely-family';
import { changeWithFamily } from './with-family';
import { onePiece, pieceColumns, pieceOf } from './read-piece';

type Row = typeof tables.piece.$inferSelect;

/** A new piece with everything it starts with. */
const BLANK = {
  kind: 'base',
  itemFamily: null,
  form: null,
  coating: null,
  condition: null,
  grade: null,
  weldMetal: null,
  tests: [],
} as const;

/** The database gives it the last place. */
const LAST = -1;

/**
 * Adds a piece at the end. The same request sent again answers the piece it made.
 * @throws ProblemError 404 without the job; 409 when the id belongs to another piece
 */
export async function addPiece(
  context: RequestContext,
  jobId: string,
  { id = uuid(), ...fields }: NewPiece,
): Promise<Piece> {
  const { database, workshop, compute } = context;
  const fingerprint = madeFrom('piece', jobId, fields);
  const family = await likelyFamily(compute, { ...BLANK, ...fields });
  const [inserted] = await ownedBy({ piece_of_job: 'job' }, () =>
    database
      .insert(tables.piece)
      .values({
        kind: BLANK.kind,
        ...fields,
        id,
        workshopId: workshop,
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
      .where(mine(tables.piece, context, id));
    return row && { row: pieceOf(row.piece, row.tests), madeFrom: row.piece.madeFrom };
  });
}

/**
 * Changes a piece, withdraws it or brings it back; what its family follows from and the family are changed as one.
 * @throws ProblemError 409 with the piece as it stands when it was changed meanwhile
 */
export async function changePiece(
  context: RequestContext,
  id: string,
  { version, ...changes }: PiecePatch & { readonly withdrawnAt?: Date | null },
): Promise<Piece> {
  const reckons = EVIDENCE_FIELDS.some((field) => field in changes);
  if (!reckons) return updatePiece(context, id, version, changes);
  return changeWithFamily(
    context,
    async () => ({ ...(await onePiece(context, id)), ...(changes as Partial<Piece>) }),
    async (scope) => ({ piece: await updatePiece(scope, id, version, changes), answer: (piece) => piece }),
  );
}

async function updatePiece(scope: Scope, id: string, version: number, changes: Partial<Row>): Promise<Piece> {
  const [row] = await scope.database
    .update(tables.piece)
    .set(next(version, changes))
    .where(upon(tables.piece, scope, id, version))
    .returning(pieceColumns);
  return orConflict('piece', row && pieceOf(row.piece, row.tests), () => onePiece(scope, id));
}

/** A piece, held against changes until the transaction ends. @throws ProblemError 404 */
export async function holdPiece(scope: Scope, id: string): Promise<Piece> {
  const [held] = await scope.database
    .select({ id: tables.piece.id })
    .from(tables.piece)
    .where(mine(tables.piece, scope, id))
    .for('update');
  if (!held) throw ProblemError.notFound('piece');
  // Read once the piece is held: what was logged meanwhile is among its tests.
  return onePiece(scope, id);
}
