import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { StandingAlarm } from '@variatum/contracts';
import { filter, firstValueFrom, merge } from 'rxjs';
import { ApiClient } from '../sync';
import { LiveService } from '../sync/live.service';
import { Session } from '../sync/session';

/** Alarms that stand, as the server hears the meters: also what called while no page was open. */
@Injectable({ providedIn: 'root' })
export class StandingAlarms {
  private readonly api = inject(ApiClient);
  private readonly session = inject(Session);
  private readonly list = signal<readonly StandingAlarm[]>([]);
  /** The oldest first. */
  readonly alarms = this.list.asReadonly();
  private asked = 0;

  constructor() {
    const { changes, opened } = inject(LiveService);
    merge(opened, changes.pipe(filter(({ kind }) => kind === 'alarm'))).subscribe(() => void this.read());
    effect(() => {
      if (this.session.now()) untracked(() => void this.read());
    });
  }

  private async read(): Promise<void> {
    if (!this.session.now()) return;
    const asked = ++this.asked;
    try {
      const alarms = await firstValueFrom(this.api.ask('GET /alarms'));
      // What was asked for later says what stands now.
      if (asked === this.asked) this.list.set(alarms);
    } catch {
      // Without a server what is known stands; the stream says when there is one again.
    }
  }
}
