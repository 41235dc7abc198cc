import { computed, inject, Injectable } from '@angular/core';
import type { WeldRecord } from '@variatum/contracts';
import { weldLogOf } from '@variatum/job';
import { passLog, type PassLog, type WeldEntry } from '@variatum/metallurgy';
import { JobLogs } from './job-logs';
import { JobStore } from './job-store';
import { JointStore } from './joint-store';

/** The log of the weld of the open job: only ever added to; what was wrong is struck out. */
@Injectable()
export class WeldStore {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly kept = inject(JobLogs);

  /** Everything logged, by joint. */
  readonly logs = computed<ReadonlyMap<string, PassLog>>(() => {
    const job = this.jobs.job();
    return new Map(job ? this.joints.all().map(({ id }) => [id, passLog(weldLogOf(job, id))]) : []);
  });
  /** Records of a joint as they were logged, those struck out too. */
  records(jointId: string): readonly WeldRecord[] {
    return this.jobs.job()?.weld.filter((record) => record.jointId === jointId) ?? [];
  }

  logOf(jointId: string | undefined): PassLog {
    return (jointId === undefined ? undefined : this.logs().get(jointId)) ?? passLog([]);
  }

  /**
   * Logs what happened at a joint, now.
   * @returns its identifier; null when it cannot be taken
   */
  add(jointId: string, entry: WeldEntry, words = 'the entry of the weld log'): string | null {
    return this.kept.add('weld', jointId, entry, words);
  }

  strikeOut(id: string, reason: string): void {
    this.kept.strikeOut('weld', id, reason);
  }
}
