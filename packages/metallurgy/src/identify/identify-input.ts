import { FORMS, isForm, findItemFamily, ITEM_FAMILIES } from '../piece';
import { FaultCollector, InputError, type FieldPath } from '../errors';
import { checkTestEntry, type CheckedTest, type TestEntry } from './check-test-entry';

/** What is known of a piece. */
export interface IdentifyInput {
  readonly item?: { readonly family?: string | undefined; readonly form?: string | undefined } | undefined;
  readonly tests?: readonly TestEntry[] | undefined;
}

/**
 * Checks what was entered about a piece.
 * @param path where it stands in the whole input
 * @throws InputError naming every faulty field
 */
export function checkIdentifyInput(input: IdentifyInput, path: FieldPath = []): readonly CheckedTest[] {
  const faults = new FaultCollector();
  const { errors } = faults;
  const { family, form } = input.item ?? {};
  if (family !== undefined && !findItemFamily(family))
    errors.push({
      path: [...path, 'item', 'family'],
      message: `"${family}" is not an item family; use one of ${ITEM_FAMILIES.map(({ id }) => id).join(', ')}`,
    });
  if (form !== undefined && !isForm(form))
    errors.push({
      path: [...path, 'item', 'form'],
      message: `"${form}" is not a form; use one of ${FORMS.join(', ')}`,
    });
  const checked = (input.tests ?? []).map((entry, index) =>
    faults.attempt(() => checkTestEntry(entry, [...path, 'tests', index])),
  );
  if (errors.length > 0) throw new InputError(errors);
  return checked.filter((test) => test !== undefined);
}
