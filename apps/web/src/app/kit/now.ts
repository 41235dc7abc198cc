import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** The clock on the wall, as a signal that moves on every half second while somebody looks. */
@Injectable({ providedIn: 'root' })
export class Now {
  private readonly moment = signal(Date.now());
  /** ms since 1970. */
  readonly ms = this.moment.asReadonly();

  constructor() {
    const timer = setInterval(() => this.moment.set(Date.now()), 500);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }

  /** Reads the clock at once: what happens now must not seem to lie ahead. */
  read(): number {
    const now = Date.now();
    this.moment.set(now);
    return now;
  }
}
