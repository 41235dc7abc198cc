import type { JobDocument } from '@variatum/contracts';
import { v5 as derived } from 'uuid';

const IDENTIFIER = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/gi;

/** Identifier a thing of elsewhere has in a workshop: the same whenever it is brought in, and no other workshop's. */
export const idHere = (workshop: string, id: string): string => derived(id.toLowerCase(), workshop);

/**
 * A document with its things under other identifiers, wherever it names them: in fields, in keys, within text.
 * @param names the new identifier of each old one; what is not among them stays
 */
export function renamed<Value>(value: Value, names: ReadonlyMap<string, string>): Value {
  const inText = (text: string): string =>
    text.length < 36 ? text : text.replaceAll(IDENTIFIER, (id) => names.get(id.toLowerCase()) ?? id);
  const walk = (one: unknown): unknown => {
    if (typeof one === 'string') return inText(one);
    if (Array.isArray(one)) return one.map(walk);
    if (typeof one !== 'object' || one === null) return one;
    // A picture is no text.
    return Object.fromEntries(
      Object.entries(one).map(([key, inner]) => [inText(key), key === 'file' ? inner : walk(inner)]),
    );
  };
  return walk(value) as Value;
}

/** New identifiers of everything a document is about. */
export function namesIn(workshop: string, document: JobDocument): ReadonlyMap<string, string> {
  const { people, meters, job, pieces, joints, decisions, photos, preparation, weld, record } = document;
  const tests = pieces.flatMap((piece) => piece.tests);
  const lists = [people, meters, [job], pieces, tests, joints, decisions, photos, preparation, weld, record];
  return new Map(lists.flatMap((list) => list.map(({ id }) => [id.toLowerCase(), idHere(workshop, id)] as const)));
}
