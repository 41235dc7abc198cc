import { InputError, type FieldError } from './input-error';

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
