import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** The clock on the wall, as a signal that moves on every half second: provided by a page that shows it, it stops with it. */
@Injectable()
export class Now {
  private readonly moment = signal(Date.now());
  /** ms since 1970. */
  readonly ms = this.moment.asReadonly();

  constructor() {
    const timer = setInterval(() => this.moment.set(Date.now()), 500);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
}
