import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { computed, effect, ErrorHandler, inject, Injectable, signal } from '@angular/core';
import { behalf, inOrder, ON_BEHALF_HEADER, type Problem } from '@variatum/contracts';
import { firstValueFrom, Subject } from 'rxjs';
import { LONGEST_PAUSE_MS, problemOf, waitAfter, type Wait, type Waiting } from './delivery';
import { LANES, laneOf, needs, type Lane } from './lanes';
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
  /** Whether what was typed is kept all the same: only something about it has to be known. */
  readonly kept?: boolean;
}

/** Whether an operation is done with, or why and for how long it must wait. */
type Delivery = 'done' | Wait;

/** Pause while nobody is known for whom anything could be sent, ms. */
const UNKNOWN_PAUSE_MS = 1500;
/** After so many tries another operation is tried in place of one the server fails at. */
const TRIES_BEFORE_ASIDE = 4;
/** After so many tries one is set aside though nothing else waits. */
const TRIES_ALONE = 10;
/** Pause after a fault of the page itself, ms. */
const FAULT_PAUSE_MS = 5000;

/** Whether what becomes of an operation becomes of another one too: it is the same, or needs it. */
const goesWith =
  (operation: Operation) =>
  (one: Operation): boolean =>
    one === operation || needs(one, operation);

/** Whether two values are the same content: a database keeps the fields of a document in an order of its own. */
const same = (left: unknown, right: unknown): boolean =>
  JSON.stringify(inOrder(left ?? null)) === JSON.stringify(inOrder(right ?? null));

/**
 * Sends operations one after another, in order, each until it has arrived or was refused; what is welded and pictures
 * go in lanes of their own, so that nothing typed holds them up. One the server fails at again and again is set aside,
 * and the rest goes on. They are kept in the browser's own database until then, so that neither a lost connection nor a
 * closed page loses one; and none counts twice: each page sends its own, what is created carries its id, and a change
 * that has already arrived is recognised by what stands on the server.
 */
@Injectable({ providedIn: 'root' })
export class OperationQueue {
  private readonly http = inject(HttpClient);
  private readonly store = inject(OperationStore);
  private readonly life = inject(PageLife);
  private readonly session = inject(Session);
  private readonly faults = inject(ErrorHandler);

  private readonly waitingState = signal<readonly Operation[]>([]);
  private readonly heldState = signal<Readonly<Partial<Record<Lane, Waiting>>>>({});
  private readonly asideState = signal<readonly Operation[]>([]);
  private readonly conflictState = signal<readonly Conflict[]>([]);
  private readonly refusalState = signal<readonly Refusal[]>([]);
  private readonly othersState = signal(0);
  private readonly versions = new Map<string, number>();
  /** Versions that changes of this page made, as `id version`. */
  private readonly made = new Set<string>();
  private readonly outcomeSubject = new Subject<Outcome>();
  private readonly idleWaiters: (() => void)[] = [];
  private sequence = Date.now() * 1000;
  private readonly working = new Set<Lane>();
  /** Operations on their way. */
  private readonly sending = new Set<number>();
  /** Things of which it was said that somebody took them away. */
  private readonly withdrawnTold = new Set<string>();
  /** How often each was tried in vain. */
  private readonly tries = new Map<number, number>();
  /** Lanes that pause, each with what wakes it. */
  private readonly sleepers = new Map<Lane, () => void>();

  /** Operations that have not arrived yet, in order. */
  readonly waiting = this.waitingState.asReadonly();
  /** Why operations wait; null while they go. */
  readonly held = computed<Waiting | null>(() => LANES.map((lane) => this.heldState()[lane]).find(Boolean) ?? null);
  /** Operations the server fails at again and again: kept and shown, while the rest goes on. */
  readonly aside = this.asideState.asReadonly();
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
    addEventListener('online', () => this.wakeAll());
    // Whoever is signed in now may have left something here.
    effect(() => {
      if (!this.session.served()) return;
      this.wakeAll();
      void this.ready.then(() => this.adopt());
    });
    addEventListener('beforeunload', (event) => {
      // Kept operations survive, but only where the browser has let us keep them.
      if ((this.unsent() || this.aside().length > 0) && !this.store.durable) event.preventDefault();
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

  /**
   * Settles a conflict.
   * @param keepMine sends what was typed here on top of what stands; otherwise what stands stays
   */
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
      const onItsWay = waiting.filter(({ sequence }) => this.sending.has(sequence));
      const typed = waiting.filter(({ sequence }) => !this.sending.has(sequence));
      return [...onItsWay, ...[...left, ...typed].sort((one, other) => one.sequence - other.sequence)];
    });
    this.wakeAll();
    void this.work();
  }

  private async work(): Promise<void> {
    await this.ready;
    await Promise.all(LANES.map((lane) => this.workOff(lane)));
    if (this.unsent() || this.working.size > 0) return;
    for (const resolve of this.idleWaiters.splice(0)) resolve();
  }

  /** Sends what is in a lane, one after another. */
  private async workOff(lane: Lane): Promise<void> {
    if (this.working.has(lane)) return;
    this.working.add(lane);
    try {
      for (;;) {
        const own = this.waitingState().filter((operation) => laneOf(operation) === lane);
        if (own.length === 0) break;
        const head = own.find((operation) => this.mayGo(operation) && this.isFree(operation));
        if (!head) {
          const isUnknown = !own.some((operation) => this.mayGo(operation));
          if (isUnknown) this.hold(lane, 'unknown-person');
          await this.pause(lane, UNKNOWN_PAUSE_MS);
          continue;
        }
        const delivery = await this.send(head);
        if (delivery === 'done') continue;
        await this.afterFailure(lane, head, delivery);
      }
    } finally {
      this.working.delete(lane);
      this.hold(lane, null);
    }
  }

  /** Whether nothing that an operation needs is still before it in any lane. */
  private isFree(operation: Operation): boolean {
    const before = this.waitingState().filter(({ sequence }) => sequence < operation.sequence);
    return [...before, ...this.aside()].every((earlier) => earlier === operation || !needs(operation, earlier));
  }

  /** Sends an operation; what is done with goes out of the line. */
  private async send(operation: Operation): Promise<Delivery> {
    const { sequence } = operation;
    this.sending.add(sequence);
    try {
      const delivery = await this.deliver(operation);
      if (delivery !== 'done') return delivery;
      this.tries.delete(sequence);
      this.hold(laneOf(operation), null);
      this.waitingState.update((waiting) => waiting.filter((other) => other.sequence !== sequence));
      await this.store.remove(sequence);
      // What needed it may go now, in whatever lane it is.
      this.wakeAll();
      return delivery;
    } finally {
      this.sending.delete(sequence);
    }
  }

  /**
   * The server could not say what becomes of an operation. The pauses grow. Once it was tried often, another one is
   * tried in its place: where that one goes, the fault lies with this one, which is set aside so that it holds nobody
   * up.
   */
  private async afterFailure(lane: Lane, head: Operation, { why, milliseconds, mayBeItsOwn }: Wait): Promise<void> {
    this.hold(lane, why);
    const tries = (this.tries.get(head.sequence) ?? 0) + 1;
    this.tries.set(head.sequence, tries);
    const other = mayBeItsOwn && tries >= TRIES_BEFORE_ASIDE ? this.probeFor(lane, head) : undefined;
    if (other && (await this.send(other)) === 'done') {
      this.setAside(head);
      return;
    }
    if (mayBeItsOwn && tries >= TRIES_ALONE) {
      this.setAside(head);
      return;
    }
    await this.pause(lane, Math.min(LONGEST_PAUSE_MS, milliseconds * 2 ** Math.min(tries - 1, 6)));
  }

  /** Another operation of a lane that goes whatever becomes of one. */
  private probeFor(lane: Lane, head: Operation): Operation | undefined {
    return this.waitingState().find(
      (one) => one !== head && laneOf(one) === lane && this.mayGo(one) && this.isFree(one),
    );
  }

  /**
   * Sets an operation aside: it stays kept and shown, and is sent again when somebody says so or the page is opened
   * anew.
   */
  private setAside(operation: Operation): void {
    this.tries.delete(operation.sequence);
    const goes = goesWith(operation);
    this.asideState.update((all) => [...all, ...this.waitingState().filter(goes)]);
    this.waitingState.update((waiting) => waiting.filter((one) => !goes(one)));
    this.hold(laneOf(operation), null);
  }

  /** Puts what was set aside back in the line. */
  tryAgain(): void {
    const back = this.asideState();
    this.asideState.set([]);
    this.waitingState.update((waiting) => [...waiting, ...back].sort((one, other) => one.sequence - other.sequence));
    void this.work();
  }

  /** Gives an operation up that was set aside, and what needed it. */
  giveUp(operation: Operation): void {
    const goes = goesWith(operation);
    for (const one of this.asideState().filter(goes)) void this.store.remove(one.sequence);
    this.asideState.update((all) => all.filter((one) => !goes(one)));
  }

  /**
   * Whether the server would take an operation for whose it is: what others typed waits for them, and holds nobody up.
   */
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

  private hold(lane: Lane, why: Waiting | null): void {
    this.heldState.update(({ [lane]: _last, ...others }) => (why === null ? others : { ...others, [lane]: why }));
  }

  private pause(lane: Lane, milliseconds: number): Promise<void> {
    return new Promise((resolve) => {
      const wake = (): void => {
        clearTimeout(timer);
        this.sleepers.delete(lane);
        resolve();
      };
      const timer = setTimeout(wake, milliseconds);
      this.sleepers.set(lane, wake);
    });
  }

  private wakeAll(): void {
    for (const wake of [...this.sleepers.values()]) wake();
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
        return { why: 'not-known', milliseconds: FAULT_PAUSE_MS, mayBeItsOwn: true };
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

  /** Somebody took a thing away while it was typed on: what was typed is kept on it, and that it is away is said. */
  private tellWithdrawn(operation: Operation): void {
    if (this.withdrawnTold.has(operation.versioned?.id ?? '')) return;
    this.withdrawnTold.add(operation.versioned?.id ?? '');
    const title = 'Somebody took this away meanwhile';
    const detail =
      'It was taken away by somebody else while you typed. What you typed is kept on it: bring it back to go on.';
    const problem: Problem = { type: 'about:blank', title, status: 410, detail };
    this.refusalState.update((all) => [...all, { operation, problem, kept: true }]);
  }

  /** Takes a refusal that was read away. */
  forget(refusal: Refusal): void {
    this.refusalState.update((all) => all.filter((other) => other !== refusal));
  }

  /**
   * Somebody else changed the thing since. Fields that stand as they were typed have arrived before; fields the other
   * left alone are sent again on top; fields both changed wait for a decision, and nothing of either is lost.
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
    if (typeof current['withdrawnAt'] === 'string' && operation.typed) this.tellWithdrawn(operation);
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
