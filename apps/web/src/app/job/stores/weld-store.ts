import { computed, inject, Injectable } from '@angular/core';
import { newWeldRecordSchema, parseWith, weldLogOf, type WeldRecord } from '@variatum/contracts';
import { FaultCollector, passLog, type PassLog, type WeldEntry } from '@variatum/metallurgy';
import { requestTo } from '../../sync';
import { Session } from '../../sync/session';
import { JobStore } from './job-store';
import { JointStore } from './joint-store';

/** The log of the weld of the open job: only ever added to; what was wrong is struck out. */
@Injectable()
export class WeldStore {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly session = inject(Session);

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
    const id = crypto.randomUUID();
    const at = new Date().toISOString();
    const faults = new FaultCollector();
    const body = faults.attempt(() => parseWith(newWeldRecordSchema, { id, jointId, at, entry }));
    if (!body) return null;
    const jobId = this.jobs.id;
    const record: WeldRecord = {
      id,
      jobId,
      jointId,
      at,
      entry: body.entry,
      madeBy: this.session.owner()?.person ?? null,
      version: 1,
      createdAt: at,
      struckOutAt: null,
      struckOutReason: null,
    };
    this.jobs.document.show((job) => ({ ...job, weld: [...job.weld, record] }));
    this.jobs.document.send(
      { key: `weld ${jointId}`, ...requestTo('POST /jobs/:id/weld', { id: jobId }), body: { id, jointId, at, entry: body.entry } },
      words,
      () => this.strikeOut(id, 'taken back'),
    ); // prettier-ignore
    return id;
  }

  strikeOut(id: string, reason: string): void {
    const record = this.jobs.job()?.weld.find((one) => one.id === id);
    if (!record || record.struckOutAt !== null) return;
    const struckOutAt = new Date().toISOString();
    this.jobs.document.show((job) => ({
      ...job,
      weld: job.weld.map((one) => (one.id === id ? { ...one, struckOutAt, struckOutReason: reason } : one)),
    }));
    // What is struck out stays so: there is nothing to take back but to log it again.
    this.jobs.document.send(
      { key: `weld ${record.jointId}`, ...requestTo('POST /weld/:id/strike-out', { id }), body: { reason } },
      null,
      () => undefined,
    );
  }
}
