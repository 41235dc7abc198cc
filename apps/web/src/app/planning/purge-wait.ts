import { computed, inject, Injectable } from '@angular/core';
import { JobStore } from '../job/stores';
import { Now } from '../kit/now';
import { MS_PER_MINUTE } from '../kit/units';

/** How long gas has been on. */
@Injectable()
export class PurgeWait {
  private readonly jobs = inject(JobStore);
  private readonly now = inject(Now);
  readonly clock = computed(() => this.jobs.job()?.purge.clock ?? null);
  /** Minutes since gas was turned on; null: it is off. */
  readonly minutes = computed(() => {
    const clock = this.clock();
    return clock && Math.max(0, (this.now.ms() - Date.parse(clock.startedAt)) / MS_PER_MINUTE);
  });
}
