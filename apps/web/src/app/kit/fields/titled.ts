import type { ChoiceOption } from './choice-group';

interface Entry<Id> {
  readonly id: Id;
  readonly title: string;
}

/**
 * Options of a field from names, or from entries of a catalogue.
 * @param words of the names, where they do not speak for themselves
 */
export function titled<Id extends string>(
  entries: readonly (Id | Entry<Id>)[],
  words?: Readonly<Record<Id, string>>,
): readonly ChoiceOption<Id>[] {
  return entries.map((entry) =>
    typeof entry === 'string'
      ? { value: entry, title: words ? words[entry] : entry }
      : { value: entry.id, title: entry.title },
  );
}
