import { findGrade, GRADES } from '../catalogue';
import { InputError } from '../errors';
import { hypotheses } from '../identify';
import { findItemFamily } from '../piece';
import { learnShares, type LearntShare } from './learn-shares';

/** A grade a kind of item is made of, before and after what the workshop confirmed. */
export interface LearntGrade extends LearntShare {
  readonly grade: string;
  /** Share that was believed before. */
  readonly before: number;
}

/** Pseudo-counts an item family begins with: its own, and a background over all grades. */
function pseudoCounts(family: string): Readonly<Record<string, number>> {
  const known = findItemFamily(family);
  if (!known) throw InputError.at(['family'], `"${family}" is not an item family`);
  const total = Object.values(known.counts).reduce<number>((sum, count) => sum + (count ?? 0), known.background);
  const shares = new Map<string, number>();
  for (const { grade, prior } of hypotheses({ family })) shares.set(grade.id, (shares.get(grade.id) ?? 0) + prior);
  return Object.fromEntries([...shares].map(([grade, share]) => [grade, share * total]));
}

/**
 * What an item family is made of, after pieces of it were confirmed: Dirichlet over grades.
 * @param confirmed how many pieces, by grade; grades the catalogue does not know say nothing
 * @returns grades that were confirmed, the most frequent first
 * @throws InputError for an item family that is in no catalogue
 */
export function learnFamily(family: string, confirmed: Readonly<Record<string, number>>): readonly LearntGrade[] {
  const seen = Object.fromEntries(Object.entries(confirmed).filter(([grade]) => findGrade(grade) !== undefined));
  const prior = pseudoCounts(family);
  const before = Object.values(prior).reduce((sum, count) => sum + count, 0);
  const after = learnShares(prior, seen);
  return GRADES.flatMap(({ id }) => {
    const share = after[id];
    return share && (seen[id] ?? 0) > 0 ? [{ ...share, grade: id, before: (prior[id] ?? 0) / before }] : [];
  }).sort((one, other) => other.count - one.count);
}
