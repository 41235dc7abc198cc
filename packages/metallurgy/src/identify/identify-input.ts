import { FORMS, isForm, findItemFamily, ITEM_FAMILIES } from '../piece';
import { FaultCollector, InputError, type FieldPath } from '../errors';
import { findGrade, GRADES, notInCatalogue } from '../catalogue';
import { checkTestEntry, type CheckedTest, type TestEntry } from './check-test-entry';
import { findFieldTest } from './field-tests';
import type { ConfirmedCounts } from './hypotheses';

/** More pieces of one grade than any workshop confirms of a kind. */
const MOST_CONFIRMED = 100_000;
/** A test that lapses more often is none. */
const MOST_LAPSE = 0.9;

/** What is known of a piece. */
export interface IdentifyInput {
  readonly item?:
    | {
        readonly family?: string | undefined;
        readonly form?: string | undefined;
        /** Pieces of the kind that the workshop has confirmed, by grade. */
        readonly confirmed?: ConfirmedCounts | undefined;
      }
    | undefined;
  readonly tests?: readonly TestEntry[] | undefined;
  /**
   * Share of each test's results that say nothing in this workshop's hands, beyond what its model holds, by test; none
   * where left out.
   */
  readonly lapses?: { readonly [test: string]: number } | undefined;
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
  for (const [grade, count] of Object.entries(input.item?.confirmed ?? {})) {
    const at = [...path, 'item', 'confirmed', grade];
    if (!findGrade(grade)) errors.push({ path: at, message: notInCatalogue(grade, GRADES) });
    if (!(count >= 0 && count <= MOST_CONFIRMED))
      errors.push({ path: at, message: `give 0 to ${MOST_CONFIRMED} pieces` });
  }
  for (const [test, share] of Object.entries(input.lapses ?? {})) {
    const at = [...path, 'lapses', test];
    if (!findFieldTest(test)) errors.push({ path: at, message: `"${test}" is not a field test` });
    if (!(share >= 0 && share <= MOST_LAPSE))
      errors.push({ path: at, message: `give a share from 0 to ${MOST_LAPSE}` });
  }
  const checked = (input.tests ?? []).map((entry, index) =>
    faults.attempt(() => checkTestEntry(entry, [...path, 'tests', index])),
  );
  if (errors.length > 0) throw new InputError(errors);
  return checked.filter((test) => test !== undefined);
}
