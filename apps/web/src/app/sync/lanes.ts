import type { Operation } from './operation';

/** Operations that go beside each other: what is welded and pictures wait for nothing else that is typed. */
export const LANES = ['typed', 'weld', 'pictures'] as const;
export type Lane = (typeof LANES)[number];

/** The lane an operation goes in. */
export function laneOf({ url, file }: Pick<Operation, 'url' | 'file'>): Lane {
  if (file) return 'pictures';
  return /\/weld(\/|$)/.test(url) ? 'weld' : 'typed';
}

/** The thing an operation makes; undefined: it makes none. */
const madeBy = ({ method, body }: Operation): string | undefined =>
  method === 'POST' && typeof body['id'] === 'string' ? body['id'] : undefined;

/**
 * Whether a later operation needs an earlier one to have arrived: it changes the same thing, or names what that one
 * makes.
 */
export function needs(later: Operation, earlier: Operation): boolean {
  if (later.versioned && later.versioned.id === earlier.versioned?.id) return true;
  const made = madeBy(earlier);
  if (made === undefined) return false;
  return later.versioned?.id === made || later.url.includes(made) || JSON.stringify(later.body).includes(made);
}
