/** A list with the entry at an index changed. */
export function replaceAt<Entry extends object>(
  list: readonly Entry[],
  index: number,
  changes: Partial<Entry>,
): Entry[] {
  return list.map((entry, place) => (place === index ? { ...entry, ...changes } : entry));
}

/** A list without the entry at an index. */
export function withoutAt<Entry>(list: readonly Entry[], index: number): Entry[] {
  return list.filter((_entry, place) => place !== index);
}
