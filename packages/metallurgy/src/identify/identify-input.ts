import { validateComposition, type Composition } from '../composition';
import identification from '../../data/identification.json';
import { InputError, type FieldError } from '../errors';
import { findFieldTest, FIELD_TESTS, type FieldTest } from './field-tests';
import { findItemFamily, ITEM_FAMILIES } from './item-families';

/** How the metal was worked where a test was done. */
export const WORKED = ['soft', 'bent', 'drawn', 'hard', 'melted', 'filed'] as const;
/** How the metal was worked where a test was done. */
export type Worked = (typeof WORKED)[number];

/** One field test as logged. */
export interface TestEntry {
  readonly test: string;
  readonly outcome?: string | undefined;
  /** Settings such as where the magnet was held. */
  readonly worked?: Worked | undefined;
  readonly filed?: boolean | undefined;
  readonly mark?: string | undefined;
  readonly reading?: Composition | undefined;
  readonly number?: number | undefined;
}

/** What is known of a piece. */
export interface IdentifyInput {
  readonly item?: { readonly family?: string | undefined; readonly form?: string } | undefined;
  readonly tests?: readonly TestEntry[] | undefined;
}

/** A checked test entry with its catalogue entry and its settings as texts. */
export interface CheckedTest {
  readonly definition: FieldTest;
  readonly entry: TestEntry;
  readonly settings: { readonly [option: string]: string };
}

/** Forms a piece may have. */
export const FORMS = Object.keys(identification.forms);

/**
 * Checks what was entered about a piece.
 * @param path where it stands in the whole input
 * @throws InputError naming every faulty field
 */
export function checkIdentifyInput(input: IdentifyInput, path = ''): readonly CheckedTest[] {
  const errors: FieldError[] = [];
  const prefix = path === '' ? '' : `${path}.`;
  const { family, form } = input.item ?? {};
  if (family !== undefined && !findItemFamily(family))
    errors.push({
      path: `${prefix}item.family`,
      message: `"${family}" is not an item family; use one of ${ITEM_FAMILIES.map(({ id }) => id).join(', ')}`,
    });
  if (form !== undefined && !FORMS.includes(form))
    errors.push({ path: `${prefix}item.form`, message: `"${form}" is not a form; use one of ${FORMS.join(', ')}` });
  const checked: CheckedTest[] = [];
  (input.tests ?? []).forEach((entry, index) => {
    const at = `${prefix}tests.${index}`;
    const result = checkTest(entry, at);
    if (Array.isArray(result)) errors.push(...(result as FieldError[]));
    else checked.push(result as CheckedTest);
  });
  if (errors.length > 0) throw new InputError(errors);
  return checked;
}

function checkTest(entry: TestEntry, at: string): CheckedTest | FieldError[] {
  const definition = findFieldTest(entry.test);
  if (!definition)
    return [
      {
        path: `${at}.test`,
        message: `"${entry.test}" is not a field test; use one of ${FIELD_TESTS.map(({ id }) => id).join(', ')}`,
      },
    ];
  const errors: FieldError[] = [];
  const settings: Record<string, string> = {};
  for (const option of definition.options ?? []) {
    const value = entry[option.id as 'worked' | 'filed'];
    if (value === undefined) continue;
    if (!option.values.some(({ id }) => id === String(value)))
      errors.push({
        path: `${at}.${option.id}`,
        message: `"${value}" is not a setting of ${definition.id}; use one of ${option.values.map(({ id }) => id).join(', ')}`,
      });
    settings[option.id] = String(value);
  }
  if (definition.input === 'reading') {
    if (entry.reading === undefined || Object.keys(entry.reading).length === 0)
      errors.push({
        path: `${at}.reading`,
        message: 'give the reading in mass percent, such as {"Cr": 18.1, "Ni": 8.0}',
      });
    else
      try {
        validateComposition(entry.reading, `${at}.reading`);
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        errors.push(...error.errors);
      }
  } else if (definition.input === 'mark') {
    const mark = entry.mark ?? entry.outcome;
    if (typeof mark !== 'string' || mark.trim() === '')
      errors.push({ path: `${at}.mark`, message: 'give the mark as read, such as "304L"' });
  } else if (definition.input === 'number') {
    if (typeof entry.number !== 'number' || !Number.isFinite(entry.number) || entry.number < 0)
      errors.push({ path: `${at}.number`, message: 'give the reading as a number of 0 or more' });
  } else if (!definition.outcomes.some(({ id }) => id === entry.outcome))
    errors.push({
      path: `${at}.outcome`,
      message: `${entry.outcome === undefined ? 'missing' : `"${entry.outcome}" is not an outcome of ${definition.id}`}; use one of ${definition.outcomes.map(({ id }) => id).join(', ')}`,
    });
  return errors.length > 0 ? errors : { definition, entry, settings };
}
