import type { Grade } from '../catalogue';
import type { MarkModel } from './field-tests';
import { markMeaning } from './mark-meaning';

/**
 * Likelihood of a mark on a piece of a grade: full for what it names, less for the low-carbon, high-carbon or
 * stabilised sister of a plain number, and for any other grade as little as pieces are marked wrongly, times how
 * common the mark is: a rare mark stands on a wrong piece as rarely as its own metal comes by.
 * @param mark as read
 * @returns the same for every grade where the mark says nothing of the metal
 */
export function markLikelihood(model: MarkModel, mark: string, grade: Pick<Grade, 'id'>): number {
  const { named, sisters, commonness } = markMeaning(mark);
  if (named.has(grade.id) || (named.size === 0 && sisters.size === 0)) return model.match;
  if (sisters.has(grade.id)) return model.related;
  return (1 - model.match) * Math.max(model.rarest, commonness);
}
