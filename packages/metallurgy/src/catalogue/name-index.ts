import type { CatalogueEntry } from './entry';

const plain = (name: string): string => name.toLowerCase().replace(/[\s_]+/g, '');

/**
 * Makes a look-up of entries by any of their names. A name that several entries share belongs to the first of them.
 */
export function nameIndex<Entry extends CatalogueEntry>(
  entries: readonly Entry[],
): (name: string) => Entry | undefined {
  const byName = new Map<string, Entry>();
  const claim = (name: string | undefined, entry: Entry): void => {
    if (name && !byName.has(plain(name))) byName.set(plain(name), entry);
  };
  for (const entry of entries) claim(entry.id, entry);
  for (const entry of entries) {
    const { uns, en, iso, also } = entry.names;
    for (const name of [uns, en, iso, ...(also ?? [])]) claim(name, entry);
  }
  return (name) => byName.get(plain(name));
}
