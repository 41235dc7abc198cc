import { InputError, type FieldError } from '@variatum/metallurgy';
import type * as z from 'zod';
import { unkeepableText } from './unkeepable-text';

/** Faults looked at in one document; whoever sends more has one cause for all of them. */
const MOST_FAULTS = 200;

/**
 * Checks a document against a schema.
 * @throws InputError naming every faulty field
 */
export function parseWith<Schema extends z.ZodType>(schema: Schema, input: unknown): z.output<Schema> {
  const unkeepable = unkeepableText(input);
  if (unkeepable) throw new InputError([unkeepable]);
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  throw new InputError(
    result.error.issues
      .slice(0, MOST_FAULTS)
      .flatMap((issue) => flatten(issue))
      .slice(0, MOST_FAULTS),
  );
}

function flatten(issue: z.core.$ZodIssue): FieldError[] {
  const path = issue.path.map((step) => (typeof step === 'symbol' ? String(step) : step));
  if (issue.code === 'unrecognized_keys')
    return issue.keys.slice(0, MOST_FAULTS).map((key) => ({
      path: [...path, key],
      message: 'not a field here; check its spelling',
    }));
  if (issue.code === 'invalid_union') {
    // Report the branch that came closest: the one with the fewest complaints.
    const closest = [...issue.errors].sort((left, right) => left.length - right.length)[0];
    if (closest && closest.length > 0)
      return closest.flatMap((inner) =>
        flatten({ ...inner, path: [...issue.path, ...inner.path] } as z.core.$ZodIssue),
      );
  }
  return [{ path, message: issue.message }];
}
