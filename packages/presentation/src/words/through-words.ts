import type { PlannedPass } from '@variatum/contracts';
import { MOST_THROUGH } from '@variatum/metallurgy';

/** Below this chance of coming through, a root that should is said to stay short. */
const SHORT_BELOW = 0.25;

const times = (chance: number): string => `${Math.round(100 * chance)} of 100`;

/**
 * What a pass melts through and should not, or should and hardly does; null: it does as it should.
 * @param letters letter of each piece by its identifier
 */
export function throughWords(
  { shouldComeThrough, meltsThrough }: Pick<PlannedPass, 'shouldComeThrough' | 'meltsThrough'>,
  letters: ReadonlyMap<string, string>,
): string | null {
  const [most] = [...meltsThrough].sort((one, other) => other.probability - one.probability);
  if (!most) return null;
  const { piece, probability } = most;
  if (!shouldComeThrough)
    return probability > MOST_THROUGH
      ? `Melts through ${letters.get(piece) ?? 'the thinner side'} in ${times(probability)} beads: less current, or ` +
          'quicker.'
      : null;
  return probability < SHORT_BELOW
    ? `The root comes through in ${times(probability)} beads only: more current, slower, a gap, a smaller land, or ` +
        'from both sides.'
    : null;
}
