import type { JobQuery } from '@variatum/contracts';

/** What the board is filtered by and how it is sorted, besides the words searched for. */
export type BoardQuery = Pick<JobQuery, 'environment' | 'rod' | 'family' | 'from' | 'to' | 'sort' | 'withdrawn'>;

/** What the lists of the board show. */
export type ListQuery = BoardQuery & Pick<JobQuery, 'search'>;

/** Every job that is not withdrawn, last changed first. */
export const NO_FILTER: BoardQuery = { sort: 'updated', withdrawn: false };

/** How many filters are set; the order is none. */
export function filterCount({ sort: _order, ...filters }: BoardQuery): number {
  return Object.values(filters).filter(Boolean).length;
}
