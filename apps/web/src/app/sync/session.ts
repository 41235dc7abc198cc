import { computed, inject, Injectable, signal } from '@angular/core';
import { may, type Duty, type OnBehalf, type Session as Answer } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from './api-client';
import { untilAnswered } from './until-answered';

/** Whom something typed here belongs to. */
export type Owner = OnBehalf;

const KEY = 'variatum session';

/** On whose behalf this page works. It is remembered, so that a page without a server still knows whose entries it keeps. */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(ApiClient);
  private readonly ownerState = signal<Owner | null>(remembered());
  private readonly answer = signal<Answer | null>(null);
  /** null until it is known. Whoever was here last while nobody is signed in: what they typed stays theirs. */
  readonly owner = this.ownerState.asReadonly();
  /** What the server said last; null until it has. */
  readonly now = this.answer.asReadonly();
  readonly isSignedOut = computed(() => this.answer()?.state === 'signed-out');
  /** Resolves when it is known whose page this is. */
  readonly known: Promise<void>;
  private asking: Promise<void> | null = null;

  constructor() {
    const asked = this.ask();
    this.known = this.ownerState() ? Promise.resolve() : asked;
  }

  /** Whether whoever is here may do what a duty stands for; as long as nobody said otherwise, they may. */
  may(duty: Duty): boolean {
    const answer = this.answer();
    return answer === null || may(answer.role, duty);
  }

  /** Asks who is signed in: once, however many want to know. */
  ask(): Promise<void> {
    this.asking ??= this.askOnce().finally(() => (this.asking = null));
    return this.asking;
  }

  /** Takes what the server said of who is here. */
  take(answer: Answer): void {
    this.answer.set(answer);
    if (answer.workshop === null) return;
    this.ownerState.set({ workshop: answer.workshop, person: answer.person });
    this.leaveTo(answer);
  }

  /** Remembers who comes next: the next page is theirs; what is still on its way on this one stays whose it was. */
  leaveTo({ workshop, person }: Pick<Answer, 'workshop' | 'person'>): void {
    if (workshop === null) return;
    try {
      localStorage.setItem(KEY, JSON.stringify({ workshop, person }));
    } catch {
      // Closed storage: it is asked anew by the next page.
    }
  }

  private async askOnce(): Promise<void> {
    const answer = await untilAnswered(
      () => firstValueFrom(this.api.ask('GET /session')),
      () => true,
    );
    if (answer) this.take(answer);
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
