import { normalQuantile, SeededRandom } from '../chance';

/** What chance does to a reading at a moment: the same seed and moment always give the same. */
export interface Chance {
  /** Standard normal deviate. */
  readonly scatter: number;
  /** Uniform, 0 to 1: whether the reading comes at all. */
  readonly comes: number;
}

const SPREAD = 2654435761;

/** @param seed whole number @param seconds moment; thousandths are told apart */
export function chanceAt(seed: number, seconds: number): Chance {
  const random = new SeededRandom((seed * SPREAD + Math.round(seconds * 1000)) >>> 0);
  // The first draw of neighbouring seeds is alike.
  random.next();
  return { scatter: normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, random.next()))), comes: random.next() };
}
