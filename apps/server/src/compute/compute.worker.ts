import { setPriority } from 'node:os';
import { workerData } from 'node:worker_threads';
import { tasks } from './tasks';

/** Steps a thread of long computations stands back behind the thread that answers requests. */
const STANDS_BACK = 10;

if ((workerData as { readonly standsBack: boolean }).standsBack)
  try {
    // On Linux this holds for the calling thread alone.
    setPriority(0, STANDS_BACK);
  } catch {
    // Where the system does not allow it, computations run like everything else.
  }

/** Does one of the tasks. */
export default ({ name, question }: { readonly name: keyof typeof tasks; readonly question: unknown }): unknown =>
  // Who asks has matched the two.
  (tasks[name] as (question: unknown) => unknown)(question);
