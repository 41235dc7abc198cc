import { computed, inject, Injectable } from '@angular/core';
import type { JobDetail, JobRecordEntry } from '@variatum/contracts';
import { profileOfJob, recorded, verdictOf, type StandingEntry } from '@variatum/job';
import { FaultCollector, NOT_GIVEN, type Verdict } from '@variatum/metallurgy';
import { WorkshopStore } from '../../settings/workshop-store';
import { JobLogs } from './job-logs';
import { JobStore } from './job-store';
import { PartStore } from './part-store';

const NO_TEMPERATURES: JobDetail['temperaturesC'] = [NOT_GIVEN, NOT_GIVEN];

/** What was found, decided and seen of the open job since it was welded. */
@Injectable()
export class RecordStore {
  private readonly jobs = inject(JobStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly part = inject(PartStore);
  private readonly kept = inject(JobLogs);

  /** Acceptance profile the job is held to. */
  readonly profile = computed(() => {
    const job = this.jobs.job() ?? { service: {}, acceptance: null, temperaturesC: NO_TEMPERATURES, pieces: [] };
    return profileOfJob(job, this.workshops.workshop());
  });

  /** What each joint comes to by the job's acceptance profile. */
  readonly verdicts = computed<ReadonlyMap<string, Verdict>>(() => {
    const job = this.jobs.job();
    const [workshop, spaces] = [this.workshops.workshop(), this.part.spaces()];
    return new Map(job ? this.jobs.joints().map((joint) => [joint.id, verdictOf(job, joint, workshop, spaces)]) : []);
  });
  /** The last decision on each joint. */
  readonly decided = computed<ReadonlyMap<string, StandingEntry<'verdict'>>>(
    () =>
      new Map(this.standing('verdict').flatMap((one) => (one.jointId === null ? [] : [[one.jointId, one] as const]))),
  );

  /** What stands of one kind, oldest first. */
  standing<Kind extends JobRecordEntry['kind']>(kind: Kind): readonly StandingEntry<Kind>[] {
    const job = this.jobs.job();
    return job ? recorded(job, kind) : [];
  }

  /**
   * Records something, now.
   * @returns what is wrong with it, by field; empty when it was taken
   */
  add(jointId: string | null, entry: JobRecordEntry, words: string): Readonly<Record<string, string>> {
    const faults = new FaultCollector();
    this.kept.add('record', jointId, entry, words, faults);
    return Object.fromEntries(faults.errors.map(({ path, message }) => [path.slice(1).join('.'), message]));
  }

  /** Strikes a finding out, in the log it stands in. */
  strikeOut(id: string, reason: string): void {
    const whileWelding = this.jobs.job()?.weld.some((one) => one.id === id) ?? false;
    this.kept.strikeOut(whileWelding ? 'weld' : 'record', id, reason);
  }
}
