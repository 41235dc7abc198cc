import { computed, inject, Injectable } from '@angular/core';
import { weldLogOf, type HeardReading } from '@variatum/job';
import { JobStore, JointStore } from '../../job/stores';
import { SteadyClock } from '../../kit/steady-clock';

/** Oxygen somebody read off a display behind a joint. */
export interface TypedReading extends HeardReading {
  readonly joint: string;
  readonly atMs: number;
}

/** What was read off displays and typed at the open job, here or at another device. */
@Injectable()
export class TypedOxygen {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly steady = inject(SteadyClock);
  /** When each was first seen here. */
  private readonly seen = new Map<string, number>();
  private hasRead = false;

  readonly inside = computed<readonly TypedReading[]>(() => {
    const job = this.jobs.job();
    if (!job) return [];
    const found = this.joints
      .all()
      .flatMap(({ id: joint }) =>
        weldLogOf(job, joint).flatMap(({ id, atMs, entry }): TypedReading[] =>
          entry.kind === 'oxygen' && entry.place === 'inside'
            ? [{ joint, atMs, heardMs: this.momentOf(id, atMs), ppm: entry.ppm, typed: true }]
            : [],
        ),
      );
    this.hasRead = true;
    return found;
  });

  /** What comes while the page stands came now; what stood before is as old as the clock on the wall makes it. */
  private momentOf(id: string, atMs: number): number {
    const known = this.seen.get(id);
    if (known !== undefined) return known;
    const now = this.steady.read();
    const moment = this.hasRead ? now : now - Math.max(0, Date.now() - atMs);
    this.seen.set(id, moment);
    return moment;
  }
}
