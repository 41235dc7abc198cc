import type { RankedRod } from '@variatum/metallurgy';
import { mostGained, SEEN } from './most-gained';
import { percentWords, pointsWords, rodName } from './words';

/**
 * What speaks for the rod that ranks first against the one that was decided on, and what keeping to that one costs.
 * @param decided what is reckoned of the rod that was decided on; null: nothing is
 */
export function firstBesideWords(first: RankedRod, decided: RankedRod | null): string {
  const name = rodName(first.rod);
  if (!decided) return `${name} ranks first.`;
  const costs = decided.expectedLoss - first.expectedLoss;
  if (costs < SEEN) return `${name} ranks first, and no better: a tie.`;
  const most = mostGained(first, decided);
  const shares = most && `${percentWords(most.probability)} against ${percentWords(most.risk.probability)}`;
  const reason = most ? `: ${most.risk.title.toLowerCase()} ${shares}` : '';
  return `${name} ranks first${reason}. Keeping ${rodName(decided.rod)} costs ${pointsWords(costs)} points of risk.`;
}
