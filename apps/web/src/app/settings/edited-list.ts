import { computed, inject, type Signal } from '@angular/core';
import type { Workshop } from '@variatum/contracts';
import { errorsUnder, fieldsOf, type FieldsOf } from '../kit/fields';
import { WorkshopStore } from './workshop-store';

type ListField = 'machines' | 'gases' | 'acceptanceProfiles';
type Entry<Field extends ListField> = NonNullable<Workshop[Field]>[number];

/** One entry of a list as it is edited. */
export interface EditedEntry<Of> {
  readonly entry: Of;
  /** Its fields, each with what is wrong with it. */
  readonly of: FieldsOf<Of>;
  change(changes: Partial<Of>): void;
  remove(): void;
}

/** A list of the workshop's settings as it is edited. */
export interface EditedList<Field extends ListField> {
  readonly entries: Signal<readonly EditedEntry<Entry<Field>>[]>;
  add(entry: Entry<Field>): void;
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
  const list = computed<readonly Entry<Field>[]>(() => store.workshop()?.[field] ?? starting);
  const set = (changed: readonly Entry<Field>[]): void => store.change({ [field]: changed });
  return {
    entries: computed(() =>
      list().map((entry, index) => {
        const change = (changes: Partial<Entry<Field>>): void =>
          set(list().map((one, place) => (place === index ? { ...one, ...changes } : one)));
        return {
          entry,
          of: fieldsOf(entry, change, errorsUnder(store.errors(), `${field}.${index}`)),
          change,
          remove: () => set(list().filter((_one, place) => place !== index)),
        };
      }),
    ),
    add: (entry) => set([...list(), entry]),
  };
}
