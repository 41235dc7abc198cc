/** Where a field stands in an input: names and places from the outside in, such as `['pieces', 0, 'composition', 'Cr']`. */
export type FieldPath = readonly (string | number)[];

/** A path as people read it: `pieces.0.composition.Cr`. */
export const dotted = (path: FieldPath): string => path.join('.');

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

/** Collects the faults of several checks, so that one error names every faulty field. */
export class FaultCollector {
  readonly errors: FieldError[] = [];

  /** Value of a computation, or undefined when an input error stopped it. Other errors go on their way. */
  attempt<Value>(compute: () => Value): Value | undefined {
    try {
      return compute();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.errors.push(...error.errors);
      return undefined;
    }
  }
}
