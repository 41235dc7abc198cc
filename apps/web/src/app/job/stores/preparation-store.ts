import { computed, inject, Injectable } from '@angular/core';
import type { PreparationTick } from '@variatum/contracts';
import { JobStore } from './job-store';
import { requestTo } from '../../sync';
import { Session } from '../../sync/session';

/** Words on the preparation list of the open job: only ever added to; the last one on an item counts. */
@Injectable()
export class PreparationStore {
  private readonly jobs = inject(JobStore);
  private readonly session = inject(Session);

  /** The last word on every item that has one, by its key. */
  readonly last = computed<ReadonlyMap<string, PreparationTick>>(
    () => new Map((this.jobs.job()?.preparation ?? []).map((tick) => [tick.key, tick])),
  );

  /** Says what became of an item. @param way which of two schools was chosen; null: none, or no question */
  say(key: string, state: PreparationTick['state'], way: string | null = null): void {
    const before = this.last().get(key);
    if (before?.state === state && before.way === way) return;
    const jobId = this.jobs.id;
    const id = crypto.randomUUID();
    const tick: PreparationTick = {
      id,
      jobId,
      key,
      state,
      way,
      madeBy: this.session.owner()?.person ?? null,
      createdAt: new Date().toISOString(),
    };
    this.jobs.document.show((job) => ({ ...job, preparation: [...job.preparation, tick] }));
    this.jobs.document.send(
      {
        key: `preparation ${key}`,
        ...requestTo('POST /jobs/:id/preparation', { id: jobId }),
        body: { id, key, state, way },
      },
      'the word on the preparation',
      () => this.say(key, before?.state ?? 'open', before?.way ?? null),
    );
  }
}
