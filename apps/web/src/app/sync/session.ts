import { inject, Injectable, signal } from '@angular/core';
import type { Session as Answer } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from './api-client';
import { untilAnswered } from './until-answered';

/** Whom something typed here belongs to. */
export type Owner = Pick<Answer, 'workshop' | 'person'>;

const KEY = 'variatum session';

/** On whose behalf this page works. It is remembered, so that a page without a server still knows whose entries it keeps. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(ApiClient);
  private readonly ownerState = signal<Owner | null>(remembered());
  /** null until it is known. */
  readonly owner = this.ownerState.asReadonly();
  /** Resolves when it is known whose page this is. */
  readonly known: Promise<void>;

  constructor() {
    const asked = this.ask();
    this.known = this.ownerState() ? Promise.resolve() : asked;
  }

  private async ask(): Promise<void> {
    const answer = await untilAnswered(
      () => firstValueFrom(this.api.ask('GET /session')),
      () => true,
    );
    if (!answer) return;
    this.ownerState.set({ workshop: answer.workshop, person: answer.person });
    try {
      localStorage.setItem(KEY, JSON.stringify(this.ownerState()));
    } catch {
      // Closed storage: it is asked anew by the next page.
    }
  }
}

function remembered(): Owner | null {
  try {
    // What stands there is asked for its type on the next line.
    const { workshop, person } = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Record<keyof Owner, unknown>;
    if (typeof workshop !== 'string' || !(person === null || typeof person === 'string')) return null;
    return { workshop, person };
  } catch {
    return null;
  }
}
