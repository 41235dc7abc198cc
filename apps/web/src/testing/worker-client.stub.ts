import type { Remote } from 'comlink';
import { computations, type Computations } from '../app/compute/computations';

/** Stands in for a worker: the same computations, answered later as a worker would. */
export function startComputeWorker(): Remote<Computations> {
  return new Proxy(computations, {
    get:
      (target, name: keyof Computations) =>
      async (...args: never[]) =>
        (target[name] as (...given: never[]) => unknown)(...args),
  }) as unknown as Remote<Computations>;
}
