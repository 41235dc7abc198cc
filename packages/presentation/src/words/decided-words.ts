import type { RankedRod } from '@variatum/metallurgy';
import { percentWords, pointsWords, rodName } from './words';

/** A difference smaller than this nobody sees, of the expected loss. */
const SEEN = 0.0005;

/**
 * What speaks for the rod that ranks first against the one that was decided on, and what keeping to that one costs.
 * @param decided what is reckoned of the rod that was decided on; null: nothing is
 */
export function firstBesideWords(first: RankedRod, decided: RankedRod | null): string {
  const name = rodName(first.rod);
  if (!decided) return `${name} ranks first.`;
  const costs = decided.expectedLoss - first.expectedLoss;
  if (costs < SEEN) return `${name} ranks first, and no better: a tie.`;
  const [most] = decided.risks
    .map((risk) => ({ risk, other: first.risks.find(({ mechanism }) => mechanism === risk.mechanism) }))
    .map(({ risk, other }) => ({ risk, probability: other?.probability ?? 0, gain: risk.loss - (other?.loss ?? 0) }))
    .sort((one, another) => another.gain - one.gain);
  const shares = most && `${percentWords(most.probability)} against ${percentWords(most.risk.probability)}`;
  const reason = most && most.gain > SEEN ? `: ${most.risk.title.toLowerCase()} ${shares}` : '';
  return `${name} ranks first${reason}. Keeping ${rodName(decided.rod)} costs ${pointsWords(costs)} points of risk.`;
}
