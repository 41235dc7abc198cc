import { HttpErrorResponse } from '@angular/common/http';
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import type { Problem } from '@variatum/contracts';
import { concatMap, defer, EMPTY, Subject, timer, type Observable, catchError, retry, tap, finalize } from 'rxjs';

/** A change on its way to the server. */
export interface Change {
  /** What is changed, for messages and for the place of an error. */
  readonly key: string;
  /** Sends the change; called again after a lost connection or a conflict. */
  send(): Observable<unknown>;
  /** Takes over what the server says stands now; the change is then sent once more. */
  adopt?(current: unknown): void;
  /** Undoes what the page shows when the server refuses for good. */
  refused?(problem: Problem): void;
}

/** Where saving stands, for the words on the page. */
export type SaveState = 'saved' | 'saving' | 'offline' | 'refused';

const RETRY_MS = 1500;

function problemOf(error: HttpErrorResponse): Problem {
  const body = error.error as Problem | string | null;
  if (body && typeof body === 'object' && 'title' in body) return body;
  if (typeof body === 'string')
    try {
      return JSON.parse(body) as Problem;
    } catch {
      // Not a problem document: fall through to a general one.
    }
  return { type: 'about:blank', title: 'The server refused this', status: error.status };
}

/**
 * Sends changes one after another, in order, until each has arrived. A lost connection is retried for as long as the page is
 * open; a conflict is settled field by field on top of what stands; a refusal is shown at its field.
 */
@Injectable()
export class Autosave {
  private readonly queue = new Subject<Change>();
  private readonly waiting = signal(0);
  private readonly offline = signal(false);
  private readonly restingState = signal<ReadonlySet<string>>(new Set());
  /** Errors of refused changes, by change key and field path. */
  readonly fieldErrors = signal<Readonly<Record<string, Readonly<Record<string, string>>>>>({});
  readonly state = computed<SaveState>(() => {
    if (this.offline()) return 'offline';
    if (this.unsent()) return 'saving';
    return Object.keys(this.fieldErrors()).length > 0 ? 'refused' : 'saved';
  });

  constructor() {
    const sending = this.queue.pipe(concatMap((change) => this.deliver(change))).subscribe();
    inject(DestroyRef).onDestroy(() => sending.unsubscribe());
    const warn = (event: BeforeUnloadEvent): void => {
      if (this.unsent()) event.preventDefault();
    };
    addEventListener('beforeunload', warn);
    inject(DestroyRef).onDestroy(() => removeEventListener('beforeunload', warn));
  }

  /** Whether something typed has not reached the server yet. */
  private unsent(): boolean {
    return this.waiting() > 0 || this.restingState().size > 0;
  }

  /** Says that changes to a thing wait for typing to rest, or no longer do. */
  setResting(key: string, resting: boolean): void {
    if (this.restingState().has(key) === resting) return;
    this.restingState.update((keys) => {
      const changed = new Set(keys);
      if (resting) changed.add(key);
      else changed.delete(key);
      return changed;
    });
  }

  /** Resolves when everything put in the line so far has arrived or been refused. */
  idle(): Promise<void> {
    return new Promise((resolve) => this.enqueue({ key: '', send: () => defer(() => (resolve(), EMPTY)) }));
  }

  /** Puts a change in the line. */
  enqueue(change: Change): void {
    this.waiting.update((count) => count + 1);
    this.queue.next(change);
  }

  /** Shows errors found before anything was sent. */
  setErrors(key: string, errors: readonly { readonly path: string; readonly message: string }[]): void {
    this.fieldErrors.update((all) => {
      const { [key]: _gone, ...rest } = all;
      return errors.length === 0
        ? rest
        : { ...rest, [key]: Object.fromEntries(errors.map(({ path, message }) => [path, message])) };
    });
  }

  private deliver(change: Change): Observable<unknown> {
    let adopted = false;
    return defer(() => change.send()).pipe(
      tap(() => {
        this.offline.set(false);
      }),
      retry({
        delay: (error: unknown) => {
          if (!(error instanceof HttpErrorResponse)) throw error;
          if (error.status === 0 || error.status >= 502 || error.status === 429) {
            this.offline.set(true);
            return timer(RETRY_MS);
          }
          const problem = problemOf(error);
          if (error.status === 409 && change.adopt && !adopted && problem.current) {
            adopted = true;
            change.adopt(problem.current);
            return timer(0);
          }
          throw error;
        },
      }),
      catchError((error: unknown) => {
        if (!(error instanceof HttpErrorResponse)) throw error;
        this.offline.set(false);
        const problem = problemOf(error);
        this.setErrors(
          change.key,
          problem.errors?.length ? problem.errors : [{ path: '', message: problem.detail ?? problem.title }],
        );
        change.refused?.(problem);
        return EMPTY;
      }),
      finalize(() => this.waiting.update((count) => count - 1)),
    );
  }
}
