import type { CatalogueEntry } from './entry';

/** People write 304 L, 304-L and 304_l. */
const plain = (name: string): string => name.toLowerCase().replace(/[\s_-]+/g, '');
/** Words that say whose name follows, and are no part of it. */
const PREFIX = /^(?:aisi|astm|asme|aws|uns|din|en|type|grade|alloy|stainless|ss)/;

/**
 * Makes a look-up of entries by any of their names, written with or without blanks, hyphens, and the body that gives
 * them. A name that several entries share belongs to the first of them.
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
  return (name) => byName.get(plain(name)) ?? byName.get(plain(name).replace(PREFIX, ''));
}
