import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { computed, inject, Injectable, signal } from '@angular/core';
import type { Problem } from '@variatum/contracts';
import { firstValueFrom, Subject } from 'rxjs';
import type { NewOperation, Operation } from './operation';
import { OperationStore } from './operation-store';

/** A field that two people changed, both from the same state. */
export interface Conflict {
  readonly operation: Operation;
  readonly field: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** What became of an operation. */
export type Outcome =
  | { readonly operation: Operation; readonly answer: unknown }
  | { readonly operation: Operation; readonly problem: Problem };

const RETRY_MS = 1500;

const same = (left: unknown, right: unknown): boolean => JSON.stringify(left ?? null) === JSON.stringify(right ?? null);

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
 * Sends operations one after another, in order, each until it has arrived. They are kept in the browser's own database until
 * then, so that neither a lost connection nor a closed page loses one; and none counts twice: what is created carries its id,
 * and a change that has already arrived is recognised by what stands on the server.
 */
@Injectable({ providedIn: 'root' })
export class OperationQueue {
  private readonly http = inject(HttpClient);
  private readonly store = inject(OperationStore);

  private readonly waitingState = signal<readonly Operation[]>([]);
  private readonly offlineState = signal(false);
  private readonly conflictState = signal<readonly Conflict[]>([]);
  private readonly versions = new Map<string, number>();
  private readonly outcomeSubject = new Subject<Outcome>();
  private readonly idleWaiters: (() => void)[] = [];
  private sequence = Date.now() * 1000;
  private working = false;
  private wake: (() => void) | undefined;

  /** Operations that have not arrived yet, in order. */
  readonly waiting = this.waitingState.asReadonly();
  readonly offline = this.offlineState.asReadonly();
  /** Fields somebody else changed too, waiting for a decision. */
  readonly conflicts = this.conflictState.asReadonly();
  readonly unsent = computed(() => this.waitingState().length > 0);
  /** Every operation that has arrived or been refused. */
  readonly outcomes = this.outcomeSubject.asObservable();

  /** Resolves when what an earlier page could not send stands in the line. */
  readonly ready: Promise<void>;

  constructor() {
    this.ready = this.store.all().then((kept) => {
      if (kept.length === 0) return;
      this.waitingState.update((waiting) => [
        ...kept,
        ...waiting.filter((own) => !kept.some(({ sequence }) => sequence === own.sequence)),
      ]);
      void this.work();
    });
    addEventListener('online', () => this.wake?.());
    addEventListener('beforeunload', (event) => {
      // Kept operations survive, but only where the browser has let us keep them.
      if (this.unsent() && !this.store.durable) event.preventDefault();
    });
  }

  /** Tells which version of a thing stands on the server, as read from it. */
  knowVersion(id: string, version: number): void {
    if ((this.versions.get(id) ?? 0) < version) this.versions.set(id, version);
  }

  /** Version of a thing as last heard of. */
  versionOf(id: string): number | undefined {
    return this.versions.get(id);
  }

  /** Puts an operation in the line. */
  enqueue(operation: NewOperation): void {
    const placed: Operation = { ...operation, sequence: ++this.sequence };
    this.waitingState.update((waiting) => [...waiting, placed]);
    void this.store.put(placed);
    void this.work();
  }

  /** Resolves when everything put in the line so far has arrived or been refused. */
  idle(): Promise<void> {
    if (this.waitingState().length === 0) return Promise.resolve();
    return new Promise((resolve) => this.idleWaiters.push(resolve));
  }

  /** Settles a conflict. @param keepMine sends what was typed here on top of what stands; otherwise what stands stays */
  settle(conflict: Conflict, keepMine: boolean): void {
    this.conflictState.update((all) => all.filter((other) => other !== conflict));
    const { operation, field, mine, theirs } = conflict;
    if (!keepMine || !operation.versioned) return;
    const { id } = operation.versioned;
    this.enqueue({
      ...operation,
      body: { [field]: mine },
      versioned: { id, version: this.versions.get(id) ?? operation.versioned.version, base: { [field]: theirs } },
    });
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    for (let next = this.waitingState()[0]; next; next = this.waitingState()[0]) {
      const done = await this.deliver(next);
      if (!done) {
        this.offlineState.set(true);
        await this.pause();
        continue;
      }
      this.offlineState.set(false);
      const { sequence } = next;
      this.waitingState.update((waiting) => waiting.filter((other) => other.sequence !== sequence));
      await this.store.remove(sequence);
    }
    this.working = false;
    for (const resolve of this.idleWaiters.splice(0)) resolve();
  }

  private pause(): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, RETRY_MS);
      this.wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  /** Sends an operation; answers false when the server cannot be reached. */
  private async deliver(operation: Operation): Promise<boolean> {
    const { method, url, versioned } = operation;
    const version = versioned && Math.max(versioned.version, this.versions.get(versioned.id) ?? 0);
    const body = version === undefined ? operation.body : { ...operation.body, version };
    try {
      const answer = await firstValueFrom(this.http.request(method, url, { body }));
      if (versioned) this.knowVersion(versioned.id, (answer as { version: number }).version);
      this.outcomeSubject.next({ operation, answer });
      return true;
    } catch (error) {
      if (!(error instanceof HttpErrorResponse)) throw error;
      if (error.status === 0 || error.status >= 502 || error.status === 429) return false;
      const problem = problemOf(error);
      const current = (problem as { current?: Readonly<Record<string, unknown>> }).current;
      if (error.status === 409 && versioned && current) return this.merge(operation, current);
      this.outcomeSubject.next({ operation, problem });
      return true;
    }
  }

  /**
   * Somebody else changed the thing since. Fields that stand as they were typed have arrived before; fields the other left
   * alone are sent again on top; fields both changed wait for a decision, and nothing of either is lost.
   */
  private async merge(operation: Operation, current: Readonly<Record<string, unknown>>): Promise<boolean> {
    const { versioned } = operation;
    if (!versioned) return true;
    this.versions.set(versioned.id, current['version'] as number);
    if (versioned.withdrawn !== undefined) {
      if ((current['withdrawnAt'] !== null) !== versioned.withdrawn) return this.deliver(operation);
      this.outcomeSubject.next({ operation, answer: current });
      return true;
    }
    const open = Object.entries(operation.body).filter(([field, mine]) => !same(current[field], mine));
    const clashing = open.filter(([field]) => !same(current[field], versioned.base[field]));
    const free = open.filter((entry) => !clashing.includes(entry));
    if (clashing.length > 0)
      this.conflictState.update((all) => [
        ...all,
        ...clashing.map(([field, mine]): Conflict => ({ operation, field, mine, theirs: current[field] })),
      ]);
    if (free.length > 0)
      return this.deliver({
        ...operation,
        body: Object.fromEntries(free),
        versioned: { ...versioned, version: current['version'] as number },
      });
    this.outcomeSubject.next({ operation, answer: current });
    return true;
  }
}
