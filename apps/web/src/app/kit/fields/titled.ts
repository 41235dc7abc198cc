import type { ChoiceOption } from './choice-group';

interface Entry<Id> {
  readonly id: Id;
  readonly title: string;
}

/** Options of a field from names that speak for themselves, or from entries of a catalogue. */
export function titled<Id extends string>(entries: readonly (Id | Entry<Id>)[]): readonly ChoiceOption<Id>[] {
  return entries.map((entry) =>
    typeof entry === 'string' ? { value: entry, title: entry } : { value: entry.id, title: entry.title },
  );
}
