import { computed, inject, Injectable } from '@angular/core';
import type { DecisionBrief, JointRecord } from '@variatum/contracts';
import { decisionOf } from '@variatum/job';
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
  /** The last decision for a joint, and for every joint alike to it that has none of its own. */
  readonly lastOf = computed(() => {
    const decisions = this.decisions();
    return (joint: JointRecord | null): DecisionBrief | undefined => {
      if (joint === null) return decisions.find(({ jointId }) => jointId === null);
      return decisionOf(this.jobs.joints(), decisions, joint);
    };
  });

  /** Records a decision for a joint; the server computes it again from the job as it stands. */
  async decide(jointId: string | null, rod: string | null, note: string): Promise<DecisionBrief> {
    // The server decides from what it has: everything typed must be there first.
    await this.jobs.arrived();
    const jobId = this.jobs.id;
    const id = this.deciding.idFor([jobId, jointId, rod, note]);
    const decision = await firstValueFrom(
      this.api.ask('POST /jobs/:id/decisions', {
        path: { id: jobId },
        body: { id, jointId, rod, note },
        outlivesPage: true,
      }),
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
