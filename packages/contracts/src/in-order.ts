/** A document with its keys in order: the same content is then always the same text, whoever kept it in between. */
export function inOrder(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(inOrder);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([left], [right]) => (left < right ? -1 : 1))
      .map(([key, inner]) => [key, inOrder(inner)]),
  );
}
