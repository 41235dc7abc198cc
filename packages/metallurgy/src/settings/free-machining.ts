import data from '../../data/settings.json';
import { findGrade } from '../catalogue';

const { sulphurPercent, fromShare } = data.crackProne;

/**
 * Whether a piece may well be free-machining: sulphur makes it crack hot.
 * @param candidates grades it may be, with their shares of the belief; one of share 1 where it is named
 */
export function mayBeFreeMachining(
  candidates: readonly { readonly grade: string; readonly probability: number }[],
): boolean {
  const share = candidates.reduce(
    (sum, { grade, probability }) => sum + ((findGrade(grade)?.typical.S ?? 0) > sulphurPercent ? probability : 0),
    0,
  );
  return share > fromShare;
}
