import type { FieldError } from '@variatum/metallurgy';

/** Deepest nesting looked into; no document here is a tenth as deep. */
const DEEPEST = 60;

const unkeepable = (text: string): boolean => text.includes('\0') || /\p{Surrogate}/u.test(text);

interface Found {
  /** Where it is, innermost first: built only when something is found. */
  readonly keys: string[];
  readonly message: string;
}

function find(value: unknown, depth: number): Found | undefined {
  if (typeof value === 'string')
    return unkeepable(value)
      ? { keys: [], message: 'holds a character that cannot be kept; type it anew, or leave it out' }
      : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  if (depth > DEEPEST) return { keys: [], message: `is nested more than ${DEEPEST} deep` };
  for (const [key, inner] of Object.entries(value)) {
    if (unkeepable(key)) return { keys: [], message: 'has a field whose name holds a character that cannot be kept' };
    const found = find(inner, depth + 1);
    if (found) {
      found.keys.push(key);
      return found;
    }
  }
  return undefined;
}

/**
 * Finds text that no database and no file can keep: a null character, or half of a character pair.
 * @returns the field that holds it, and what is wrong; undefined when all can be kept
 */
export function unkeepableText(value: unknown): FieldError | undefined {
  const found = find(value, 0);
  return found && { path: found.keys.reverse(), message: found.message };
}
