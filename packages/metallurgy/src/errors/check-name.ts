import type { FieldPath } from './field-path';
import type { FieldError } from './input-error';

/**
 * Looks whether a value is one of the names allowed; one that is left out is no fault.
 * @param path where the value stands in the input
 * @param errors takes what is wrong
 */
export function checkName(
  value: string | undefined,
  allowed: readonly string[],
  path: FieldPath,
  errors: FieldError[],
): void {
  if (value !== undefined && !allowed.includes(value))
    errors.push({ path, message: `"${value}" is not known; use one of ${allowed.join(', ')}` });
}
