import { HttpErrorResponse } from '@angular/common/http';
import type { OwnField } from '../kit/fields';
import { problemOf } from '../sync';

/**
 * Puts what the server says is wrong at the fields it names.
 * @returns what is to be said besides; empty: nothing
 */
export function saidAt(error: unknown, fields: Readonly<Record<string, Pick<OwnField<unknown>, 'fault'>>>): string {
  for (const field of Object.values(fields)) field.fault.set('');
  if (!(error instanceof HttpErrorResponse)) throw error;
  if (error.status === 0) return 'The server does not answer.';
  const { errors = [], detail, title } = problemOf(error);
  for (const { path, message } of errors) fields[path]?.fault.set(message);
  return errors.some(({ path }) => fields[path]) ? '' : (detail ?? title);
}
