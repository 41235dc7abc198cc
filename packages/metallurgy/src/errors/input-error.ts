import { dotted, type FieldPath } from './field-path';

/** One thing wrong with an input, tied to the field that holds it. */
export interface FieldError {
  readonly path: FieldPath;
  /** What is wrong and what would be right, in one sentence. */
  readonly message: string;
}

/** Thrown by the core when an argument cannot be computed with; carries every faulty field. */
export class InputError extends Error {
  constructor(readonly errors: readonly FieldError[]) {
    super(errors.map(({ path, message }) => `${dotted(path)}: ${message}`).join('; '));
    this.name = 'InputError';
  }

  /** Shorthand for a single faulty field. */
  static at(path: FieldPath, message: string): InputError {
    return new InputError([{ path, message }]);
  }
}
