import type { ShelfChoice } from '@variatum/job';
import type { RankedRod } from '@variatum/metallurgy';
import { mostGained, SEEN } from './most-gained';
import { percentWords, pointsWords, rodName } from './words';

/** Where the first rod is worse, in a few words: `hot cracking 12 % against 4.0 %`; empty: nowhere to speak of. */
function worseAt(worse: RankedRod, better: RankedRod): string {
  const most = mostGained(better, worse);
  if (!most) return '';
  const [own, other] = [most.risk.probability, most.probability].map(percentWords);
  return `${most.risk.title.toLowerCase()} ${own} against ${other}`;
}

/** Whether the best rod is worth getting. */
export const isWorthWaiting = ({ waiting, purchase }: Pick<ShelfChoice, 'waiting' | 'purchase'>): boolean =>
  waiting === null || waiting > purchase;

/** That the best rod is not on the shelf, and whether it is worth waiting for. */
export function shelfWords({ best, onShelf: [first], waiting, purchase }: ShelfChoice): string {
  const name = rodName(best.rod);
  if (!first || waiting === null) return `${name} is not on the shelf, and nothing on it is made for this process.`;
  const here = first.rod.rod === null ? 'Welding it without a rod' : rodName(first.rod.rod);
  if (waiting < SEEN) return `${name} is not on the shelf, and no better than what is: ${here}.`;
  const reason = worseAt(first.rod, best);
  const counts = `getting it counts ${pointsWords(purchase)}, an estimate`;
  if (!isWorthWaiting({ waiting, purchase }))
    return (
      `${name} is not on the shelf. It would save ${pointsWords(waiting)} points against ${here}` +
      `${reason ? ` (${reason})` : ''}, and ${counts}: take what is here.`
    );
  return (
    `${name} would be the best and is not on the shelf. ${here} is${reason ? `: ${reason}` : ''}. ` +
    `Waiting for it is worth ${pointsWords(waiting)} points; ${counts}.`
  );
}
