import { validateComposition, type Composition } from '../composition';
import { FaultCollector, InputError, type FieldPath } from '../errors';
import { findFieldTest, FIELD_TESTS, type FieldTest } from './field-tests';

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

/** A checked test entry with its catalogue entry and its settings as texts. */
export interface CheckedTest {
  readonly definition: FieldTest;
  readonly entry: TestEntry;
  readonly settings: { readonly [option: string]: string };
}

/**
 * Checks one logged test against the catalogue: the test itself, its manner and its outcome.
 * @param path where the entry stands in the whole input
 * @throws InputError naming every faulty field
 */
export function checkTestEntry(entry: TestEntry, path: FieldPath = []): CheckedTest {
  const definition = findFieldTest(entry.test);
  if (!definition)
    throw InputError.at(
      [...path, 'test'],
      `"${entry.test}" is not a field test; use one of ${FIELD_TESTS.map(({ id }) => id).join(', ')}`,
    );
  const faults = new FaultCollector();
  const { errors } = faults;
  const settings: Record<string, string> = {};
  for (const option of definition.options ?? []) {
    const value = entry[option.id as 'worked' | 'filed'];
    if (value === undefined) continue;
    if (!option.values.some(({ id }) => id === String(value)))
      errors.push({
        path: [...path, option.id],
        message:
          `"${value}" is not a setting of ${definition.id}; use one of ` + option.values.map(({ id }) => id).join(', '),
      });
    settings[option.id] = String(value);
  }
  if (definition.input === 'reading') {
    if (entry.reading === undefined || Object.keys(entry.reading).length === 0)
      errors.push({
        path: [...path, 'reading'],
        message: 'give the reading in mass percent, such as {"Cr": 18.1, "Ni": 8.0}',
      });
    else {
      const { reading } = entry;
      faults.attempt(() => validateComposition(reading, [...path, 'reading']));
    }
  } else if (definition.input === 'mark') {
    const mark = entry.mark ?? entry.outcome;
    if (typeof mark !== 'string' || mark.trim() === '')
      errors.push({ path: [...path, 'mark'], message: 'give the mark as read, such as "304L"' });
  } else if (definition.input === 'number') {
    if (typeof entry.number !== 'number' || !Number.isFinite(entry.number) || entry.number < 0)
      errors.push({ path: [...path, 'number'], message: 'give the reading as a number of 0 or more' });
  } else if (!definition.outcomes.some(({ id }) => id === entry.outcome))
    errors.push({
      path: [...path, 'outcome'],
      message:
        `${entry.outcome === undefined ? 'missing' : `"${entry.outcome}" is not an outcome of ${definition.id}`}; ` +
        `use one of ${definition.outcomes.map(({ id }) => id).join(', ')}`,
    });
  if (errors.length > 0) throw new InputError(errors);
  return { definition, entry, settings };
}
