import { wrap, type Remote } from 'comlink';
import type { Computations } from './computations';

/** A worker that computes, and how it is ended in the middle of what it does. */
export interface ComputeWorker {
  readonly remote: Remote<Computations>;
  end(): void;
}

/**
 * Starts a worker that computes; the only place that knows how workers are made.
 * @param onMissing told when its program could not be fetched: it will never answer
 */
export function startComputeWorker(onMissing: () => void): ComputeWorker {
  const worker = new Worker(new URL('./compute.worker', import.meta.url), { type: 'module' });
  // A fault while it runs says what it is; only a program that did not come says nothing.
  worker.addEventListener('error', (event) => {
    if (!(event instanceof ErrorEvent)) onMissing();
  });
  return { remote: wrap<Computations>(worker), end: () => worker.terminate() };
}
