import type { FieldError, FieldPath } from '../errors';

/**
 * Looks whether shares in the melted base metal are as many as there are metals, and whether they make a whole; shares
 * that are left out are no fault.
 * @param shares fractions, 0 to 1, that sum to 1
 * @param each what a share belongs to, for the words
 * @param path where they stand in the input
 * @param errors takes what is wrong
 */
export function checkShares(
  shares: readonly number[] | undefined,
  count: number,
  each: string,
  path: FieldPath,
  errors: FieldError[],
): void {
  if (shares === undefined) return;
  const sum = shares.reduce((total, share) => total + share, 0);
  if (shares.length !== count) errors.push({ path, message: `give ${count} shares, one for each ${each}` });
  else if (shares.some((share) => !(share >= 0 && share <= 1)) || Math.abs(sum - 1) > 1e-6)
    errors.push({ path, message: 'give fractions from 0 to 1 that add up to 1' });
}
