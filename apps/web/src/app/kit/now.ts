import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { SteadyClock } from './steady-clock';

/**
 * The clocks a page shows, as signals that move on every half second: provided by a page that shows them, they stop
 * with it.
 */
@Injectable()
export class Now {
  private readonly steady = inject(SteadyClock);
  private readonly moment = signal({ ms: Date.now(), steadyMs: this.steady.read() });
  /** The clock on the wall, ms since 1970. */
  readonly ms = (): number => this.moment().ms;
  /** The clock that is never set, ms. */
  readonly steadyMs = (): number => this.moment().steadyMs;

  constructor() {
    const timer = setInterval(() => this.moment.set({ ms: Date.now(), steadyMs: this.steady.read() }), 500);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
}
