import { computed, inject, Injectable, signal } from '@angular/core';
import { may, type Duty, type OnBehalf, type Session as Answer } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from './api-client';
import { untilAnswered } from './until-answered';

/** Whom something typed here belongs to. */
export type Owner = OnBehalf;

/** Somebody who said who they are while no server could hear it: their number is asked for as soon as one answers. */
export interface Claim extends Owner {
  readonly name: string;
}

const KEY = 'variatum session';
const CLAIM = 'variatum claimed';
const TABLET = 'variatum tablet';

/**
 * On whose behalf this page works. It is remembered, so that a page without a server still knows whose entries it
 * keeps.
 */
@Injectable({ providedIn: 'root' })
export class Session {
  private readonly api = inject(ApiClient);
  private readonly ownerState = signal<Owner | null>(ownerIn(kept(KEY)));
  private readonly claimState = signal<Claim | null>(claimIn(kept(CLAIM)));
  private readonly answer = signal<Answer | null>(null);
  private readonly tabletKept = kept(TABLET) as Answer['tablet'];
  /** null until it is known. Whoever was here last while nobody is signed in: what they typed stays theirs. */
  readonly owner = this.ownerState.asReadonly();
  /** What the server said last; null until it has. */
  readonly now = this.answer.asReadonly();
  /** Who works here and has not shown it yet. */
  readonly claim = this.claimState.asReadonly();
  /** Whom the server takes requests of this browser from; null: nobody, or not known. */
  readonly served = computed<Owner | null>(() => {
    const now = this.answer();
    return !now || now.state === 'signed-out' || now.workshop === null
      ? null
      : { workshop: now.workshop, person: now.person };
  });
  /** The tablet of the workshop this browser is, also without a server. */
  readonly tablet = computed(() => this.answer()?.tablet ?? (this.answer() ? null : this.tabletKept));
  /** Whether whoever is here must show who they are before anything goes on. */
  readonly isSignedOut = computed(() => {
    const now = this.answer();
    return now !== null && (now.state === 'signed-out' || this.claimState() !== null);
  });
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
    const claim = this.claimState();
    if (claim && (answer.state === 'open' || sameOwner(claim, answer))) this.settleClaim();
    this.answer.set(answer);
    keep(TABLET, answer.tablet);
    // As long as a claim stands the page is whose who made it, whoever is signed in yet.
    if (answer.workshop === null || this.claimState()) return;
    this.ownerState.set({ workshop: answer.workshop, person: answer.person });
    this.leaveTo(answer);
  }

  /** Remembers who comes next: the next page is theirs; what is still on its way on this one stays whose it was. */
  leaveTo({ workshop, person }: Pick<Answer, 'workshop' | 'person'>): void {
    if (workshop !== null) keep(KEY, { workshop, person });
  }

  /** Somebody works here from the next page on who cannot show it yet. */
  leaveToClaim(claim: Claim): void {
    keep(CLAIM, claim);
    this.leaveTo(claim);
  }

  /** It is somebody else after all: what was typed waits until whoever it was said to be shows who they are. */
  settleClaim(): void {
    keep(CLAIM, null);
    this.claimState.set(null);
  }

  private async askOnce(): Promise<void> {
    const answer = await untilAnswered(
      () => firstValueFrom(this.api.ask('GET /session')),
      () => true,
    );
    if (answer) this.take(answer);
  }
}

const sameOwner = (one: Owner, other: Pick<Answer, 'workshop' | 'person'>): boolean =>
  one.workshop === other.workshop && one.person === other.person;

function keep(key: string, value: object | null): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // Closed storage: it is asked anew by the next page.
  }
}

function kept(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}

/** What stands in storage is anything: it counts when it is of the right kind. */
function ownerIn(value: unknown): Owner | null {
  const { workshop, person } = (value ?? {}) as Record<keyof Owner, unknown>;
  if (typeof workshop !== 'string' || !(person === null || typeof person === 'string')) return null;
  return { workshop, person };
}

function claimIn(value: unknown): Claim | null {
  const owner = ownerIn(value);
  const { name } = (value ?? {}) as { readonly name?: unknown };
  return owner && typeof name === 'string' ? { ...owner, name } : null;
}
