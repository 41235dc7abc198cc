import { computed, inject, type Signal } from '@angular/core';
import type { Workshop } from '@variatum/contracts';
import { WorkshopStore } from './workshop-store';

type ListField = 'machines' | 'gases' | 'acceptanceProfiles';
type Entry<Field extends ListField> = NonNullable<Workshop[Field]>[number];

/** A list of the workshop's settings as it is edited: entries are added, changed and removed, and each fault stands at its field. */
export interface EditedList<Field extends ListField> {
  readonly entries: Signal<readonly Entry<Field>[]>;
  add(entry: Entry<Field>): void;
  change(index: number, changes: Partial<Entry<Field>>): void;
  remove(index: number): void;
  /** What is wrong with a field of an entry. */
  error(index: number, field: string): string | undefined;
}

/**
 * To be called where dependencies are injected.
 * @param starting entries that count while the workshop has none of its own
 */
export function editedList<Field extends ListField>(
  field: Field,
  starting: readonly Entry<Field>[] = [],
): EditedList<Field> {
  const store = inject(WorkshopStore);
  const entries = computed<readonly Entry<Field>[]>(() => store.workshop()?.[field] ?? starting);
  const set = (list: readonly Entry<Field>[]): void => store.change({ [field]: list });
  return {
    entries,
    add: (entry) => set([...entries(), entry]),
    change: (index, changes) =>
      set(entries().map((entry, place) => (place === index ? { ...entry, ...changes } : entry))),
    remove: (index) => set(entries().filter((_entry, place) => place !== index)),
    error: (index, name) => store.errors()[`${field}.${index}.${name}`],
  };
}
