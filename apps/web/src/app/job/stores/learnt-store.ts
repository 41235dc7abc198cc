import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { Learnt } from '@variatum/contracts';
import type { Subscription } from 'rxjs';
import { ApiClient } from '../../sync';

/**
 * What the workshop's other jobs have taught, for the open one: read once with it. Without a server nothing is known of
 * it.
 */
@Injectable()
export class LearntStore {
  private readonly api = inject(ApiClient);
  private readonly learnt = signal<Learnt | null>(null);
  private asking: Subscription | undefined;
  readonly now = this.learnt.asReadonly();

  constructor() {
    inject(DestroyRef).onDestroy(() => this.asking?.unsubscribe());
  }

  /** Reads it for a job: what that job's own beads show is weighed there itself. */
  read(except: string): void {
    this.asking?.unsubscribe();
    this.learnt.set(null);
    this.asking = this.api.ask('GET /learnt', { query: { except } }).subscribe({
      next: (learnt) => this.learnt.set(learnt),
      error: () => undefined,
    });
  }
}
