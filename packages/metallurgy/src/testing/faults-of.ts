import { dotted, InputError } from '../errors';

/** Fields a computation finds wrong, dotted, in the order they are named; none when it goes through. */
export function faultsOf(compute: () => unknown): string[] {
  try {
    compute();
    return [];
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return error.errors.map(({ path }) => dotted(path));
  }
}
