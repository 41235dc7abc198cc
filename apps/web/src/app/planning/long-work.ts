import { signal } from '@angular/core';
import { Subscription, type Observable } from 'rxjs';
import type { Followed } from '../compute/compute.service';

/** A long computation as the page sees it. */
export interface Running<Answer> {
  /** Share done, 0 to 1; null while nothing runs. */
  readonly done: number | null;
  readonly answer: Answer | null;
  /** Whether the welder stopped it. */
  readonly stopped: boolean;
  /** Whether it could not be reckoned: metals that are not welded, sizes out of range. */
  readonly failed: boolean;
}

const idle = <Answer>(answer: Answer | null = null, stopped = false): Running<Answer> => ({
  done: null,
  answer,
  stopped,
  failed: false,
});

/** A long computation that is begun, stopped and begun anew: what was answered before stays until it is done. */
export class LongWork<Answer> {
  private readonly state = signal<Running<Answer>>(idle());
  readonly now = this.state.asReadonly();
  private work = Subscription.EMPTY;

  /** Begins anew, whatever ran before. */
  begin(work: Observable<Followed<Answer>>): void {
    this.work.unsubscribe();
    this.state.set({ done: 0, answer: this.state().answer, stopped: false, failed: false });
    this.work = work.subscribe({
      next: ({ done, answer }) => this.state.set(answer ? idle(answer) : { ...this.state(), done }),
      error: () => this.state.set({ ...idle<Answer>(), failed: true }),
    });
  }

  stop(): void {
    this.work.unsubscribe();
    this.state.update((was) => (was.done === null ? was : idle(was.answer, true)));
  }

  /** Stops, and forgets what was answered. */
  clear(): void {
    this.work.unsubscribe();
    this.state.set(idle());
  }
}
