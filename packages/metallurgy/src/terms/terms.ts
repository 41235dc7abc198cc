import data from '../../data/terms.json';

/** A term of the trade in a few plain sentences. */
export interface Term {
  readonly id: string;
  readonly title: string;
  readonly text: string;
  /** What no page says in its place. */
  readonly insteadOf?: readonly string[];
}

/** Every term explained, in the order of the work. */
export const TERMS: readonly Term[] = data.terms;

/** The term with an id; undefined when there is none. */
export function findTerm(id: string): Term | undefined {
  return TERMS.find((term) => term.id === id);
}
