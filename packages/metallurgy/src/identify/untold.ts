import type { IdentifyInput } from './identify-input';

/** What of a piece would tell what it is. */
interface Told extends IdentifyInput {
  readonly grade?: string | undefined;
  readonly composition?: unknown;
  readonly weldMetal?: string | undefined;
}

/**
 * Whether nothing at all tells what a piece is: no grade, no analysis, no rod it was welded with, and no test tried on
 * it. What kind of part it is says which metals are usual, not which one this is.
 */
export function isUntold({ grade, composition, weldMetal, tests = [] }: Told): boolean {
  return grade === undefined && composition === undefined && weldMetal === undefined && tests.length === 0;
}

/**
 * The test anybody can do first, whatever the piece: it costs seconds and parts the families that mistakes are made
 * between.
 */
export const FIRST_TEST = 'magnet';
