import type { RodStock } from '@variatum/contracts';
import { PURCHASE_LOSS, type RankedRod } from '@variatum/metallurgy';

/** A rod on the shelf against the best of all. */
export interface RodOnShelf {
  readonly rod: RankedRod;
  /** What it loses over the best of all, its purchase left out of account, 0 to 1. */
  readonly worse: number;
}

/** The best rod where it is not on the shelf, and what is. */
export interface ShelfChoice {
  readonly best: RankedRod;
  /** The least worse first. */
  readonly onShelf: readonly RodOnShelf[];
  /** What waiting for the best one is worth against the first on the shelf, 0 to 1; null: nothing on it is ranked. */
  readonly waiting: number | null;
  /** What getting it counts as, 0 to 1. */
  readonly purchase: number;
}

/** Classes on the shelf. */
export const rodsInStock = (stock: readonly Pick<RodStock, 'rod' | 'inStock'>[]): ReadonlySet<string> =>
  new Set(stock.flatMap(({ rod, inStock }) => (inStock ? [rod] : [])));

/**
 * What the rods on the shelf lose over the best of all, and what waiting for that is worth; null where the best lies on
 * it, none is fed, or nothing is known of the shelf.
 * @param ranking as it was reckoned with this stock
 */
export function shelfChoice(
  ranking: readonly RankedRod[],
  stock: readonly Pick<RodStock, 'rod' | 'inStock'>[],
): ShelfChoice | null {
  const inStock = rodsInStock(stock);
  if (inStock.size === 0) return null;
  const isHere = ({ rod }: RankedRod): boolean => rod === null || inStock.has(rod);
  // A rod that must be got first carries that trouble in its loss.
  const lossOf = (one: RankedRod): number => one.expectedLoss - (isHere(one) ? 0 : PURCHASE_LOSS);
  const byLoss = ranking.toSorted((one, other) => lossOf(one) - lossOf(other));
  const [best] = byLoss;
  if (!best || isHere(best)) return null;
  const onShelf = byLoss.filter(isHere).map((rod) => ({ rod, worse: lossOf(rod) - lossOf(best) }));
  return { best, onShelf, waiting: onShelf[0]?.worse ?? null, purchase: PURCHASE_LOSS };
}
