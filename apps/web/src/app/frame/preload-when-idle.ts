import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { catchError, EMPTY, type Observable, switchMap, timer } from 'rxjs';

/** The page that was asked for comes first, with all it needs. */
const AFTER_MS = 4000;

/**
 * Fetches the other pages and stages once the one shown has had its time, so that going on does not depend on the
 * server being there at that moment.
 */
@Injectable({ providedIn: 'root' })
export class PreloadWhenIdle implements PreloadingStrategy {
  preload(_route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return timer(AFTER_MS).pipe(
      switchMap(load),
      // What cannot be fetched now is fetched when it is wanted.
      catchError(() => EMPTY),
    );
  }
}
