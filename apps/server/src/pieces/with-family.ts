import { inOrder, type Piece } from '@variatum/contracts';
import { eq } from 'drizzle-orm';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import type { Scope } from '../store';
import { EVIDENCE_FIELDS, likelyFamily } from './likely-family';

/** Somebody else changed what was reckoned with: nothing is written, and all is begun anew. */
class ChangedMeanwhile extends Error {}

/** So often it is begun anew; who is still in the way then changes one piece without a pause. */
const MOST_TRIES = 8;

/**
 * All of a piece its family follows from, in an order of its own: a database keeps the fields of an entry in another.
 */
const evidenceOf = (piece: Piece): string =>
  JSON.stringify(
    inOrder([
      EVIDENCE_FIELDS.map((field) => piece[field]),
      piece.tests.filter(({ struckOutAt }) => struckOutAt === null).map(({ entry }) => entry),
    ]),
  );

/** What a change of a piece comes to: the piece as it stands after it, and what is answered. */
export interface ChangedPiece<Result> {
  readonly piece: Piece;
  readonly answer: (piece: Piece) => Result;
}

/**
 * Changes a piece and what it is taken for, as one. What it is taken for is reckoned first, upon the piece as it will
 * be: reckoning may wait for others, and holds no row and no connection meanwhile. Where the piece turns out otherwise
 * it is begun anew.
 * @param read the piece as it will be once it is changed
 * @param change within a transaction that holds the piece
 */
export async function changeWithFamily<Result>(
  context: RequestContext,
  read: () => Promise<Piece>,
  change: (scope: Scope) => Promise<ChangedPiece<Result>>,
): Promise<Result> {
  for (let tries = 1; ; tries++) {
    const expected = await read();
    const family = await likelyFamily(context.compute, expected);
    try {
      return await context.transaction(async (scope) => {
        const { piece, answer } = await change(scope);
        if (evidenceOf(piece) !== evidenceOf(expected)) throw new ChangedMeanwhile();
        if (family === piece.likelyFamily) return answer(piece);
        await scope.database.update(tables.piece).set({ likelyFamily: family }).where(eq(tables.piece.id, piece.id));
        return answer({ ...piece, likelyFamily: family });
      });
    } catch (error) {
      if (!(error instanceof ChangedMeanwhile) || tries >= MOST_TRIES) throw error;
    }
  }
}
