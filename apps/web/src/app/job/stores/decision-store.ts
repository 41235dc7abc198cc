import { computed, inject, Injectable } from '@angular/core';
import type { DecisionBrief } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { JobStore } from './job-store';
import { ApiClient, RepeatableRequest } from '../../sync';

/** The decisions of the open job. */
@Injectable()
export class DecisionStore {
  private readonly api = inject(ApiClient);
  private readonly jobs = inject(JobStore);
  private readonly deciding = new RepeatableRequest();
  readonly decisions = computed(() => this.jobs.job()?.decisions ?? []);

  /** Records a decision; the server computes it again from the job as it stands. */
  async decide(rod: string | null, note: string): Promise<DecisionBrief> {
    // The server decides from what it has: everything typed must be there first.
    await this.jobs.arrived();
    const jobId = this.jobs.id;
    const id = this.deciding.idFor([jobId, rod, note]);
    const decision = await firstValueFrom(
      this.api.ask('POST /jobs/:id/decisions', { path: { id: jobId }, body: { id, rod, note } }),
    );
    this.deciding.answered();
    this.jobs.document.show((job) => ({
      ...job,
      decisions: [decision, ...job.decisions.filter((other) => other.id !== decision.id)],
      lastRod: rod ?? 'no rod',
    }));
    return decision;
  }
}
