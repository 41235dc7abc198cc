/** One thing wrong with an input, tied to the field that holds it. */
export interface FieldError {
  /** Dotted path of the field, for example `pieces.0.composition.Cr`. */
  readonly path: string;
  /** What is wrong and what would be right, in one sentence. */
  readonly message: string;
}

/** Thrown by the core when an argument cannot be computed with; carries every faulty field. */
export class InputError extends Error {
  constructor(readonly errors: readonly FieldError[]) {
    super(errors.map((error) => `${error.path}: ${error.message}`).join('; '));
    this.name = 'InputError';
  }

  /** Shorthand for a single faulty field. */
  static at(path: string, message: string): InputError {
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
