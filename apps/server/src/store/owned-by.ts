import { brokenConstraint } from '../database';
import { ProblemError } from '../http/problem-error';

/**
 * Runs an insertion of a thing that belongs to another one. Whether the owner is there, and of the same workshop, is
 * the database's to say: no statement can store a thing under a foreign owner.
 * @param owners what each foreign key is about, by the name of the constraint
 * @throws ProblemError 404 naming the owner that is not there
 */
export async function ownedBy<Result>(
  owners: Readonly<Record<string, string>>,
  insert: () => Promise<Result>,
): Promise<Result> {
  try {
    return await insert();
  } catch (error) {
    const owner = owners[brokenConstraint(error) ?? ''];
    if (owner === undefined) throw error;
    throw ProblemError.notFound(owner);
  }
}
