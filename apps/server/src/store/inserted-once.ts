import { ProblemError } from '../http/problem-error';

/**
 * Settles an insertion under an identifier the client chose. Sent again, the same request answers what it made; another
 * request under the same identifier is refused, and nothing is stored.
 * @param inserted the new row; undefined when the identifier was in use
 * @param known the row that has the identifier, when it is one of this workshop
 * @throws ProblemError 409
 */
export async function insertedOnce<Row>(
  what: string,
  id: string,
  fingerprint: string,
  inserted: Row | undefined,
  known: () => Promise<{ readonly row: Row; readonly madeFrom: string | null } | undefined>,
): Promise<Row> {
  if (inserted) return inserted;
  const found = await known();
  if (found?.madeFrom !== fingerprint) throw ProblemError.taken(what, id);
  return found.row;
}
