import { InputError } from './input-error';

/** What came of a list, and how many of its things could not be taken. */
export interface Taken<Result> {
  readonly result: Result;
  readonly leftOut: number;
}

/**
 * Computes with a list, and without those of its things that cannot be computed with: what was kept long ago may name
 * what no catalogue knows any more, and stops nothing else.
 * @param compute throws InputError for a thing it cannot take; is asked for single things only when the whole list was
 * refused
 */
export function withTakeable<One, Result>(
  all: readonly One[],
  compute: (some: readonly One[]) => Result,
): Taken<Result> {
  const attempt = (some: readonly One[]): Result | undefined => {
    try {
      return compute(some);
    } catch (error) {
      if (error instanceof InputError) return undefined;
      throw error;
    }
  };
  const whole = attempt(all);
  if (whole !== undefined) return { result: whole, leftOut: 0 };
  const some = all.filter((one) => attempt([one]) !== undefined);
  return { result: compute(some), leftOut: all.length - some.length };
}
