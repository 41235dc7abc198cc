import { signal, type WritableSignal } from '@angular/core';

/** One field of a thing as a page shows it: what stands in it, what is wrong with it, and how it is changed. */
export interface FieldOf<Value> {
  readonly value: Value;
  readonly error?: string | null | undefined;
  change(value: Value): void;
}

/** Fields of a thing by name. */
export type FieldsOf<Thing> = { readonly [Name in keyof Thing]-?: FieldOf<Thing[Name]> };

/**
 * Fields of a thing, each made when it is first asked for.
 * @param change takes what was answered, under the name of its field
 * @param errors what is wrong, by field; of a quantity also by its value
 * @example fieldsOf(piece(), (changes) => store.change(piece().id, changes), errors()).name
 */
export function fieldsOf<Thing extends object>(
  thing: Thing,
  change: (changes: Partial<Thing>) => void,
  errors: Readonly<Record<string, string | undefined>> = {},
): FieldsOf<Thing> {
  const made = new Map<string, FieldOf<unknown>>();
  const make = (name: string): FieldOf<unknown> => ({
    value: thing[name as keyof Thing],
    error: errors[name] ?? errors[`${name}.value`],
    // The name is one of the thing's own: the type of the whole says so.
    change: (value) => change({ [name]: value } as Partial<Thing>),
  });
  // What fields there are is known by their names only where they are asked for: one that is left out has no key.
  return new Proxy({} as FieldsOf<Thing>, {
    get(_fields, name) {
      if (typeof name !== 'string') return undefined;
      const known = made.get(name) ?? make(name);
      made.set(name, known);
      return known;
    },
  });
}

/** A field whose value stands somewhere else. To be kept: a page shows the same one as long as it is the same field. */
export const fieldBy = <Value>(
  value: () => Value,
  change: (value: Value) => void,
  error: () => string | null | undefined = () => null,
): FieldOf<Value> => ({
  get value() {
    return value();
  },
  get error() {
    return error();
  },
  change,
});

/** A field a page keeps for itself, with what is wrong with it. */
export interface OwnField<Value> extends FieldOf<Value> {
  readonly content: WritableSignal<Value>;
  readonly fault: WritableSignal<string>;
}

/** Makes a field a page keeps for itself. */
export function ownField<Value>(starting: Value): OwnField<Value> {
  const content = signal(starting);
  const fault = signal('');
  // The three that are missing are defined here.
  return Object.defineProperties({ content, fault } as OwnField<Value>, {
    value: { get: content },
    error: { get: fault },
    change: { value: (value: Value) => content.set(value) },
  });
}
