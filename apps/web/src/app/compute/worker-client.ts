import { wrap, type Remote } from 'comlink';
import type { Computations } from './computations';

/** Starts a worker that computes; the only place that knows how workers are made. */
export function startComputeWorker(): Remote<Computations> {
  return wrap<Computations>(new Worker(new URL('./compute.worker', import.meta.url), { type: 'module' }));
}
