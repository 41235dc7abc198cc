import { inject, Injectable } from '@angular/core';
import { newJobRecordSchema, newWeldRecordSchema, parseWith, type JobDetail } from '@variatum/contracts';
import { FaultCollector } from '@variatum/metallurgy';
import { requestTo } from '../../sync';
import { Session } from '../../sync/session';
import { JobStore } from './job-store';

/** Logs of a job, by the field they stand in. */
const LOGS = {
  weld: { schema: newWeldRecordSchema, add: 'POST /jobs/:id/weld', strikeOut: 'POST /weld/:id/strike-out' },
  record: { schema: newJobRecordSchema, add: 'POST /jobs/:id/record', strikeOut: 'POST /record/:id/strike-out' },
} as const;
type LogName = keyof typeof LOGS;
type RowOf<Log extends LogName> = JobDetail[Log][number];

/**
 * Logs of the open job: entries are only ever added; what was wrong is struck out. Shown at once, sent like every other
 * change.
 */
@Injectable()
export class JobLogs {
  private readonly jobs = inject(JobStore);
  private readonly session = inject(Session);

  /**
   * Adds an entry, now.
   * @param faults takes what is wrong with it
   * @returns its identifier; null when it cannot be taken
   */
  add<Log extends LogName>(
    log: Log,
    jointId: RowOf<Log>['jointId'],
    entry: RowOf<Log>['entry'],
    words: string,
    faults = new FaultCollector(),
  ): string | null {
    const id = crypto.randomUUID();
    const at = new Date().toISOString();
    const { schema, add } = LOGS[log];
    const body = faults.attempt(() => parseWith(schema, { id, jointId, at, entry }));
    if (!body) return null;
    const jobId = this.jobs.id;
    const made = { madeBy: this.session.owner()?.person ?? null, version: 1, createdAt: at };
    // The schema of this very log has read it.
    const record = {
      id,
      jobId,
      jointId,
      at,
      entry: body.entry,
      ...made,
      struckOutAt: null,
      struckOutReason: null,
    } as RowOf<Log>;
    this.jobs.document.show((job) => ({ ...job, [log]: [...job[log], record] }));
    this.jobs.document.send(
      {
        key: `${log} ${jointId ?? 'job'}`,
        ...requestTo(add, { id: jobId }),
        body: { id, jointId, at, entry: body.entry },
      },
      words,
      () => this.strikeOut(log, id, 'taken back'),
    );
    return id;
  }

  strikeOut(log: LogName, id: string, reason: string): void {
    const record = this.jobs.job()?.[log].find((one) => one.id === id);
    if (!record || record.struckOutAt !== null) return;
    const struckOutAt = new Date().toISOString();
    this.jobs.document.show((job) => ({
      ...job,
      [log]: job[log].map((one) => (one.id === id ? { ...one, struckOutAt, struckOutReason: reason } : one)),
    }));
    // What is struck out stays so: there is nothing to take back but to log it again.
    this.jobs.document.send(
      { key: `${log} ${record.jointId ?? 'job'}`, ...requestTo(LOGS[log].strikeOut, { id }), body: { reason } },
      null,
      () => undefined,
    );
  }
}
