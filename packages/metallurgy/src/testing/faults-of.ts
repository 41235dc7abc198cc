import { dotted, FaultCollector } from '../errors';

/** Fields a computation finds wrong, dotted, in the order they are named; none when it goes through. */
export function faultsOf(compute: () => unknown): string[] {
  const faults = new FaultCollector();
  faults.attempt(compute);
  return faults.errors.map(({ path }) => dotted(path));
}
