import { inject, Injectable, signal } from '@angular/core';
import { Router } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { rememberedChoice } from '../kit/remembered-choice';
import { GUIDED_JOB } from './guide-steps';
import { ApiClient, RepeatableRequest } from '../sync';

const JOB_KEY = 'variatum guided job';

function rememberedJob(): string | null {
  try {
    return localStorage.getItem(JOB_KEY);
  } catch {
    return null;
  }
}

/** Where this person stands with the guided first repair. */
@Injectable({ providedIn: 'root' })
export class GuideService {
  private readonly api = inject(ApiClient);
  private readonly router = inject(Router);

  /** `new`: never asked; `declined`: to be found under Help; `running`: on the guided job; `done`: walked through. */
  readonly state = rememberedChoice('variatum guide', ['new', 'declined', 'running', 'done'] as const, 'new');
  readonly jobId = signal(rememberedJob());
  /** Why the last start failed; empty when it did not. */
  readonly failure = signal('');

  private readonly starting = new RepeatableRequest();

  /** Starts a job for the guide and goes there. */
  async start(): Promise<void> {
    this.failure.set('');
    try {
      const job = await firstValueFrom(
        this.api.ask('POST /jobs', { body: { id: this.starting.idFor(GUIDED_JOB), ...GUIDED_JOB } }),
      );
      this.starting.answered();
      try {
        localStorage.setItem(JOB_KEY, job.id);
      } catch {
        // Closed storage: the guide lasts as long as the page.
      }
      this.jobId.set(job.id);
      this.state.set('running');
      await this.router.navigate(['/jobs', job.id, 'job']);
    } catch {
      this.failure.set('The server does not answer: try again in a moment.');
    }
  }

  /** Goes back to the guided job. */
  resume(): void {
    this.state.set('running');
    void this.router.navigate(['/jobs', this.jobId(), 'job']);
  }

  /** Leaves the guide; it is found again under Help. */
  leave(): void {
    this.state.set('declined');
  }
}
