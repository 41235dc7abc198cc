import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { computed, effect, ErrorHandler, inject, Injectable, signal } from '@angular/core';
import { behalf, inOrder, ON_BEHALF_HEADER, type Problem } from '@variatum/contracts';
import { firstValueFrom, Subject } from 'rxjs';
import { problemOf, waitAfter, type Waiting } from './delivery';
import { isOf, type NewOperation, type Operation } from './operation';
import { OperationStore } from './operation-store';
import { PageLife } from './page-life';
import { Session } from './session';

/** A field that two people changed, both from the same state. */
export interface Conflict {
  readonly operation: Operation;
  readonly field: string;
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** What became of an operation. */
export type Outcome = { readonly operation: Operation; readonly answer: unknown } | Refusal;

/** An operation the server will not take. */
export interface Refusal {
  readonly operation: Operation;
  readonly problem: Problem;
  /** Set by the page that shows it where it was typed. */
  shown?: boolean;
}

/** Whether an operation is done with, or why and for how long it must wait. */
type Delivery = 'done' | { readonly why: Waiting; readonly milliseconds: number };

/** Pause while nobody is known for whom anything could be sent, ms. */
const UNKNOWN_PAUSE_MS = 1500;
/** Pause after a fault of the page itself, ms. */
const FAULT_PAUSE_MS = 5000;

/** Whether two values are the same content: a database keeps the fields of a document in an order of its own. */
const same = (left: unknown, right: unknown): boolean =>
  JSON.stringify(inOrder(left ?? null)) === JSON.stringify(inOrder(right ?? null));

/**
 * Sends operations one after another, in order, each until it has arrived or was refused. They are kept in the browser's own
 * database until then, so that neither a lost connection nor a closed page loses one; and none counts twice: each page sends its
 * own, what is created carries its id, and a change that has already arrived is recognised by what stands on the server.
 */
@Injectable({ providedIn: 'root' })
export class OperationQueue {
  private readonly http = inject(HttpClient);
  private readonly store = inject(OperationStore);
  private readonly life = inject(PageLife);
  private readonly session = inject(Session);
  private readonly faults = inject(ErrorHandler);

  private readonly waitingState = signal<readonly Operation[]>([]);
  private readonly heldState = signal<Waiting | null>(null);
  private readonly conflictState = signal<readonly Conflict[]>([]);
  private readonly refusalState = signal<readonly Refusal[]>([]);
  private readonly othersState = signal(0);
  private readonly versions = new Map<string, number>();
  /** Versions that changes of this page made, as `id version`. */
  private readonly made = new Set<string>();
  private readonly outcomeSubject = new Subject<Outcome>();
  private readonly idleWaiters: (() => void)[] = [];
  private sequence = Date.now() * 1000;
  private working = false;
  /** The operation on its way. */
  private sending: number | undefined;
  private wake: (() => void) | undefined;

  /** Operations that have not arrived yet, in order. */
  readonly waiting = this.waitingState.asReadonly();
  /** Why operations wait; null while they go. */
  readonly held = this.heldState.asReadonly();
  /** Fields somebody else changed too, waiting for a decision. */
  readonly conflicts = this.conflictState.asReadonly();
  /** Refused operations no open page shows where they were typed. */
  readonly refusals = this.refusalState.asReadonly();
  /** How many operations were typed here by others, and wait for them. */
  readonly others = this.othersState.asReadonly();
  readonly unsent = computed(() => this.waitingState().length > 0);
  /** Every operation that has arrived or been refused. */
  readonly outcomes = this.outcomeSubject.asObservable();

  /** Resolves when what earlier pages could not send stands in the line. Nothing of this page goes before it. */
  readonly ready: Promise<void>;

  constructor() {
    this.ready = this.session.known.then(() => this.adopt());
    this.life.whenOneGoes(() => void this.adopt());
    addEventListener('online', () => this.wake?.());
    // Whoever is signed in now may have left something here.
    effect(() => {
      if (!this.session.served()) return;
      this.wake?.();
      void this.ready.then(() => this.adopt());
    });
    addEventListener('beforeunload', (event) => {
      // Kept operations survive, but only where the browser has let us keep them.
      if (this.unsent() && !this.store.durable) event.preventDefault();
    });
  }

  /** Tells which version of a thing stands on the server, as read from it. */
  knowVersion(id: string, version: number): void {
    if ((this.versions.get(id) ?? 0) < version) this.versions.set(id, version);
  }

  /** Whether a version of a thing came about by a change of this page. */
  madeHere(id: string, version: number): boolean {
    return this.made.has(`${id} ${version}`);
  }

  /** Puts an operation in the line. */
  enqueue(operation: NewOperation): void {
    const placed: Operation = {
      ...operation,
      ...this.session.owner(),
      sequence: ++this.sequence,
      page: this.life.id,
    };
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

  /** Takes over what pages now gone could not send; it is older than anything typed here. */
  private async adopt(): Promise<void> {
    const [owner, served] = [this.session.owner(), this.session.served()];
    const wanted = (one: Operation): boolean =>
      [owner, served].some((other) => other && isOf(one, other)) || this.isNobodys(one);
    const { left, others } = await this.store.adopt(wanted).catch(() => ({ left: [], others: 0 }));
    this.othersState.set(others);
    if (left.length === 0) return;
    this.waitingState.update((waiting) => {
      const onItsWay = waiting.filter(({ sequence }) => sequence === this.sending);
      const typed = waiting.filter(({ sequence }) => sequence !== this.sending);
      return [...onItsWay, ...[...left, ...typed].sort((one, other) => one.sequence - other.sequence)];
    });
    this.wake?.();
    void this.work();
  }

  private async work(): Promise<void> {
    if (this.working) return;
    this.working = true;
    try {
      await this.ready;
      while (this.unsent()) {
        const next = this.waitingState().find((operation) => this.mayGo(operation));
        if (!next) {
          this.heldState.set('unknown-person');
          await this.pause(UNKNOWN_PAUSE_MS);
          continue;
        }
        this.sending = next.sequence;
        const delivery = await this.deliver(next);
        if (delivery !== 'done') {
          this.heldState.set(delivery.why);
          await this.pause(delivery.milliseconds);
          continue;
        }
        this.heldState.set(null);
        const { sequence } = next;
        this.waitingState.update((waiting) => waiting.filter((other) => other.sequence !== sequence));
        await this.store.remove(sequence);
      }
    } finally {
      this.working = false;
      this.sending = undefined;
    }
    for (const resolve of this.idleWaiters.splice(0)) resolve();
  }

  /** Whether the server would take an operation for whose it is: what others typed waits for them, and holds nobody up. */
  private mayGo(operation: Operation): boolean {
    if (this.session.now() === null || operation.workshop === undefined) return true;
    const served = this.session.served();
    return served !== null && (isOf(operation, served) || this.isNobodys(operation));
  }

  /** Whether it was typed before anybody here had a name: it is whose who signs in at this browser first. */
  private isNobodys({ workshop, person = null }: Operation): boolean {
    const now = this.session.now();
    return person === null && now?.state === 'signed-in' && now.offered.length === 0 && workshop === now.workshop;
  }

  private pause(milliseconds: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, milliseconds);
      this.wake = () => {
        clearTimeout(timer);
        resolve();
      };
    });
  }

  /** Sends an operation. */
  private async deliver(operation: Operation): Promise<Delivery> {
    const { method, url, versioned, file, workshop } = operation;
    const person = (this.isNobodys(operation) ? this.session.served()?.person : operation.person) ?? null;
    const headers: Record<string, string> =
      workshop === undefined ? {} : { [ON_BEHALF_HEADER]: behalf({ workshop, person }) };
    const version = versioned && Math.max(versioned.version, this.versions.get(versioned.id) ?? 0);
    const body = version === undefined ? operation.body : { ...operation.body, version };
    let answer: unknown;
    try {
      answer = await firstValueFrom(
        file
          ? // What is said of a file is plain text: its schema is a query's.
            this.http.request(method, url, { headers, body: file, params: body as Record<string, string> })
          : this.http.request(method, url, { headers, body }),
      );
    } catch (error) {
      if (!(error instanceof HttpErrorResponse)) {
        // A fault of this page is no verdict on what was typed either: it is kept, and the line does not break.
        this.faults.handleError(error);
        return { why: 'not-known', milliseconds: FAULT_PAUSE_MS };
      }
      const wait = waitAfter(error);
      if (wait) return wait;
      const problem = problemOf(error);
      const current = (problem as { current?: Readonly<Record<string, unknown>> }).current;
      if (error.status === 409 && versioned && current) return this.merge(operation, current);
      return this.tell({ operation, problem });
    }
    const { id, version: next } = (answer ?? {}) as { id?: string; version?: number };
    if (versioned && next !== undefined) this.knowVersion(versioned.id, next);
    if (id !== undefined && next !== undefined) this.made.add(`${id} ${next}`);
    return this.tell({ operation, answer });
  }

  private tell(outcome: Outcome): 'done' {
    this.outcomeSubject.next(outcome);
    if ('problem' in outcome && !outcome.shown) this.refusalState.update((all) => [...all, outcome]);
    return 'done';
  }

  /** Takes a refusal that was read away. */
  forget(refusal: Refusal): void {
    this.refusalState.update((all) => all.filter((other) => other !== refusal));
  }

  /**
   * Somebody else changed the thing since. Fields that stand as they were typed have arrived before; fields the other left
   * alone are sent again on top; fields both changed wait for a decision, and nothing of either is lost.
   */
  private async merge(operation: Operation, current: Readonly<Record<string, unknown>>): Promise<Delivery> {
    const { versioned } = operation;
    if (!versioned) return 'done';
    this.versions.set(versioned.id, current['version'] as number);
    if (versioned.withdrawn !== undefined) {
      if ((current['withdrawnAt'] !== null) !== versioned.withdrawn) return this.deliver(operation);
      return this.tell({ operation, answer: current });
    }
    const { base, lastWord = [] } = versioned;
    const open = Object.entries(operation.body).filter(([field, mine]) => !same(current[field], mine));
    const clashing = open.filter(([field]) => !lastWord.includes(field) && !same(current[field], base[field]));
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
    return this.tell({ operation, answer: current });
  }
}
