import { inject, Injectable, signal } from '@angular/core';
import type { AtHand } from '@variatum/job';
import { JobStore } from '../../job/stores';

type Said = Readonly<Record<string, Partial<AtHand>>>;

const KEY = 'variatum at hand';

/** What this device remembers of the open job; nothing where its storage is closed or holds something else. */
function remembered(job: string): Said {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as {
      readonly job?: string;
      readonly said?: Said;
    } | null;
    return kept?.job === job ? (kept.said ?? {}) : {};
  } catch {
    return {};
  }
}

/**
 * What somebody set otherwise than planned, by joint: it holds for the beads that follow, on this device, also when the
 * page is loaded anew. With each bead it goes into the log.
 */
@Injectable()
export class SaidAtHand {
  private readonly jobs = inject(JobStore);
  private readonly said = signal<Said | null>(null);

  of(joint: string | undefined): Partial<AtHand> {
    if (joint === undefined) return {};
    return (this.said() ?? remembered(this.jobs.job()?.id ?? ''))[joint] ?? {};
  }

  say(joint: string, changes: Partial<AtHand>): void {
    const job = this.jobs.job()?.id ?? '';
    const said = this.said() ?? remembered(job);
    const next = { ...said, [joint]: { ...said[joint], ...changes } };
    this.said.set(next);
    try {
      sessionStorage.setItem(KEY, JSON.stringify({ job, said: next }));
    } catch {
      // Closed storage: it lasts as long as the page.
    }
  }
}
