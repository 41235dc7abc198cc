import choice from '../../data/choice.json';
import type { Choice } from './choose';

/**
 * How sure the recommended rod is: the share of what the pieces may be for which it serves about as well as the best
 * rod, of the piece where that share is least.
 * @returns 0 to 1
 */
export function sureness({ matrix, recommended }: Pick<Choice, 'matrix' | 'recommended'>): number {
  const shares = new Map<number, number>();
  for (const { piece, probability, cells } of matrix) {
    const cell = cells.find(({ rod }) => rod === recommended);
    const serves = cell !== undefined && cell.regret < choice.sureness.servesWithin;
    shares.set(piece, (shares.get(piece) ?? 0) + (serves ? probability : 0));
  }
  return Math.min(1, ...shares.values());
}
