import { Injectable } from '@angular/core';

/**
 * A clock that only ever goes forward, by which it is judged how long ago something came. It is not the time of day:
 * setting that clock back does not stop it. A device that slept counts the time it slept, where the browser's own
 * steady clock would stand.
 */
@Injectable({ providedIn: 'root' })
export class SteadyClock {
  private last = { steady: performance.now(), wall: Date.now() };
  private passedMs = 0;

  /** ms since the page was opened. */
  read(): number {
    const now = { steady: performance.now(), wall: Date.now() };
    this.passedMs += Math.max(0, now.steady - this.last.steady, now.wall - this.last.wall);
    this.last = now;
    return this.passedMs;
  }
}
