import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { BehaviorSubject, filter, switchMap, take } from 'rxjs';

/**
 * Holds what a page asks while somebody comes in or goes: the browser would ask it in the name of whoever comes, of
 * whom the page knows nothing yet.
 */
@Injectable({ providedIn: 'root' })
export class HeldRequests {
  private readonly isHeld = new BehaviorSubject(false);
  /** Emits once, as soon as nothing is held. */
  readonly free = this.isHeld.pipe(
    filter((isHeld) => !isHeld),
    take(1),
  );

  /** Holds whatever is asked from here on; what was asked before goes its way. */
  hold(): void {
    this.isHeld.next(true);
  }

  release(): void {
    this.isHeld.next(false);
  }
}

export const holdRequests: HttpInterceptorFn = (request, next) =>
  inject(HeldRequests).free.pipe(switchMap(() => next(request)));
