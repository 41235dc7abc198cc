import { inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { FieldError } from '@variatum/metallurgy';
import type * as z from 'zod';
import { Autosave } from './autosave';
import type { NewOperation, Operation } from './operation';
import { OperationQueue } from './operation-queue';
import { whenPutAway } from './put-away';
import { UndoHistory } from './undo-history';

/** How long typing rests before a change is sent. */
const REST_MS = 400;

/** Fields of a thing by name. */
export type Fields = Readonly<Record<string, unknown>>;

/** A change to one thing. */
export interface RestingChange {
  /** What is changed, for errors and for joining changes to the same thing. */
  readonly key: string;
  readonly job: string;
  readonly changes: object;
  /** The thing as it stood before this change. */
  readonly before: object;
  /** Schema of the body that is sent. */
  readonly schema: z.ZodType;
  /** Faults the schema cannot see, with paths as the body has them. */
  readonly check?: (changes: Fields) => readonly FieldError[];
  readonly operation: Pick<NewOperation, 'method' | 'url'>;
  /** Identifier and version of the thing; without one the last change counts, whoever made it. */
  readonly versioned?: { readonly id: string; readonly version: number };
  /** Words for the step to take back. */
  readonly words: string;
  /** Brings back what was before. */
  readonly undo: (before: Fields) => void;
}

interface Resting {
  readonly timer: ReturnType<typeof setTimeout> | undefined;
  readonly changes: Fields;
  /** What the changed fields were before the first of these changes. */
  readonly before: Fields;
}

/**
 * Gathers changes to one thing until typing rests, checks them by the schema the server checks them with, and sends
 * them as one. Fields that cannot be taken, here or by the server, keep what was typed, show why, and are sent when
 * they are right; the others go ahead.
 */
@Injectable()
export class RestingChanges {
  private readonly queue = inject(OperationQueue);
  private readonly saving = inject(Autosave);
  private readonly history = inject(UndoHistory);
  private readonly rests = new Map<string, Resting>();
  /** How each thing was changed last: what is refused is kept by the same rules. */
  private readonly kinds = new Map<string, RestingChange>();

  constructor() {
    // A page put away may never come back: what rests goes into the line while there is time.
    whenPutAway(() => this.flush());
    this.queue.outcomes.pipe(takeUntilDestroyed()).subscribe((outcome) => {
      // What somebody may not do is not put right by typing it again: nobody after them shall send it.
      if ('problem' in outcome && outcome.problem.status !== 403) this.keepRefused(outcome.operation);
    });
  }

  /** Sends what is still resting. */
  flush(): void {
    for (const key of [...this.rests.keys()]) this.send(key);
  }

  /** Forgets what could not be taken and what could be taken back, when another job is opened. */
  clear(): void {
    for (const { timer } of this.rests.values()) clearTimeout(timer);
    this.rests.clear();
    this.kinds.clear();
    this.saving.clearErrors();
    this.history.clear();
  }

  /**
   * What was typed into a thing and has not been sent yet, because typing has not rested or because it cannot be taken.
   */
  unsent(key: string): Fields {
    return this.rests.get(key)?.changes ?? {};
  }

  /** What changes are resting or cannot be taken, by key. */
  keys(): readonly string[] {
    return [...this.rests.keys()];
  }

  rest(change: RestingChange): void {
    const { key } = change;
    const known = this.rests.get(key);
    clearTimeout(known?.timer);
    this.kinds.set(key, change);
    const changes = { ...known?.changes, ...change.changes };
    const before = {
      ...Object.fromEntries(Object.entries(change.before).filter(([field]) => field in change.changes)),
      ...known?.before,
    };
    this.saving.setErrors(key, faultsOf(change, changes));
    this.saving.setResting(key, true);
    this.rests.set(key, { changes, before, timer: setTimeout(() => this.send(key), REST_MS) });
  }

  private send(key: string): void {
    const entry = this.rests.get(key);
    const change = this.kinds.get(key);
    if (!entry || !change) return;
    clearTimeout(entry.timer);
    this.saving.setResting(key, false);
    const bad = new Set(faultsOf(change, entry.changes).map(({ path: [field] }) => field));
    const pick = (fields: Fields, wanted: boolean): Record<string, unknown> =>
      Object.fromEntries(Object.entries(fields).filter(([field]) => bad.has(field) !== wanted));
    const base = pick(entry.before, true);
    const body = pick(entry.changes, true);
    // What cannot be taken stays for the next time something is typed.
    if (bad.size === 0) this.rests.delete(key);
    else
      this.rests.set(key, { changes: pick(entry.changes, false), before: pick(entry.before, false), timer: undefined });
    if (Object.keys(body).length === 0) return;
    const { job, operation, versioned, words, undo } = change;
    this.queue.enqueue({
      key,
      job,
      ...operation,
      body,
      typed: true,
      ...(versioned ? { versioned: { ...versioned, base } } : {}),
    });
    this.history.push(words, () => undo(base));
  }

  /** What the server refused stays where it was typed, whatever others change, until it is put right. */
  private keepRefused({ key, body, typed, versioned }: Operation): void {
    if (!typed || !this.kinds.has(key)) return;
    const known = this.rests.get(key);
    this.rests.set(key, {
      timer: known?.timer,
      changes: { ...body, ...known?.changes },
      before: { ...known?.before, ...versioned?.base },
    });
  }
}

/** What is wrong with changes, by field. */
function faultsOf({ schema, check, versioned }: RestingChange, changes: Fields): readonly FieldError[] {
  const upon = versioned ? { version: Math.max(1, versioned.version) } : {};
  const issues = schema.safeParse({ ...changes, ...upon }).error?.issues ?? [];
  const faults = issues.map(({ path, message }) => ({ path: path.map((step) => step as string | number), message }));
  return faults.length > 0 ? faults : (check?.(changes) ?? []);
}
