import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { interval } from 'rxjs';
import { JobStore } from '../job/stores';

/** How long gas has been on. */
@Injectable()
export class PurgeWait {
  private readonly jobs = inject(JobStore);
  private readonly now = signal(Date.now());
  readonly clock = computed(() => this.jobs.job()?.purge.clock ?? null);
  /** Minutes since gas was turned on; null: it is off. */
  readonly minutes = computed(() => {
    const clock = this.clock();
    return clock && Math.max(0, (this.now() - Date.parse(clock.startedAt)) / 60000);
  });

  constructor() {
    interval(1000)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.now.set(Date.now()));
  }
}
