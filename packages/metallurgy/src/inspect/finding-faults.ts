import type { FieldError } from '../errors';
import { isWithin, LIMITS } from '../piece';
import { TINT_COLOURS } from '../tint';
import { GREY, type Finding } from './finding';
import { inspectionLine, type InspectionLine } from './inspection-lines';

/** What a finding may be chosen from: words of its line, or colours. */
export const choicesOf = (line: InspectionLine): readonly { readonly id: string; readonly title: string }[] =>
  line.kind === 'colour' ? [...TINT_COLOURS, { id: GREY, title: 'grey scale or sugar' }] : (line.options ?? []);

const UNITS = { length: ['findingMm', 'mm'], number: ['ferriteNumber', 'FN'], colour: ['oxideNm', 'nm'] } as const;

/**
 * What is wrong with a finding: each line takes a figure in its range, a word it knows, or a colour with or without its
 * film.
 * @returns nothing where it holds
 */
export function findingFaults({
  line,
  value,
  range90,
  choice,
}: Pick<Finding, 'line' | 'value' | 'range90' | 'choice'>): FieldError[] {
  const known = inspectionLine(line);
  const errors: FieldError[] = [];
  if (known.kind === 'choice' || known.kind === 'colour') {
    const ids = choicesOf(known).map(({ id }) => id);
    if (choice === null ? known.kind === 'choice' || value === null : !ids.includes(choice))
      errors.push({ path: ['choice'], message: `say one of ${ids.join(', ')}` });
  } else if (choice !== null) errors.push({ path: ['choice'], message: 'is measured: give its value' });
  if (known.kind === 'choice') {
    if (value !== null) errors.push({ path: ['value'], message: 'has no figure: leave it out' });
    return errors;
  }
  const [limit, unit] = UNITS[known.kind];
  const range = LIMITS[limit];
  const holds = (one: number): boolean => isWithin(one, range);
  if (value === null ? known.kind !== 'colour' : !holds(value))
    errors.push({ path: ['value'], message: `give ${range.join(' to ')} ${unit}` });
  if (range90 && (!range90.every(holds) || range90[0] > range90[1]))
    errors.push({ path: ['range90'], message: `give two figures of ${range.join(' to ')} ${unit}, the smaller first` });
  return errors;
}
