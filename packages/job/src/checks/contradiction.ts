import type { Rooms } from './rooms';

/** Two rooms that say different things of one. */
export interface Contradiction {
  /** Joint it is about; null: the whole part. */
  readonly joint: string | null;
  /** What is said of what, such as `rod: quote`. */
  readonly of: string;
  readonly says: unknown;
  readonly against: unknown;
}

/** What must agree. @returns what does not; nothing for every job the program can make */
export type Check = (rooms: Rooms) => readonly Contradiction[];

/** Figures nearer than this, as a share of the larger, are one. */
const SAME_SHARE = 1e-6;

function isSame(one: unknown, other: unknown): boolean {
  if (typeof one === 'number' && typeof other === 'number')
    return Math.abs(one - other) <= SAME_SHARE * Math.max(1, Math.abs(one), Math.abs(other));
  return JSON.stringify(one) === JSON.stringify(other);
}

/** What two rooms say of one thing: nothing where they say the same. */
export const held = (joint: string | null, of: string, says: unknown, against: unknown): readonly Contradiction[] =>
  isSame(says, against) ? [] : [{ joint, of, says, against }];
