import { createHash } from 'node:crypto';

/** Writes a document with its keys in order, so that the same content is always the same text. */
function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([left], [right]) => (left < right ? -1 : 1))
      .map(([key, inner]) => [key, inOrder(inner)]),
  );
}

/**
 * Fingerprint of the request that makes a thing. The thing is kept with it: the same request sent again, because its answer was
 * lost, is a repetition and answers what it made; another request under a used identifier is refused.
 * @param parts what the thing belongs to and everything it is made from
 */
export const madeFrom = (...parts: readonly unknown[]): string =>
  createHash('sha256')
    .update(JSON.stringify(parts.map(inOrder)))
    .digest('base64url');
