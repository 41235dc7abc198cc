import { DestroyRef, inject, Injectable } from '@angular/core';
import type * as z from 'zod';
import { Autosave } from './autosave';
import type { NewOperation } from './operation';
import { OperationQueue } from './operation-queue';
import { UndoHistory } from './undo-history';

/** How long typing rests before a change is sent. */
const REST_MS = 400;

type Fields = Readonly<Record<string, unknown>>;

/** A change to one thing. */
export interface RestingChange {
  /** What is changed, for errors and for joining changes to the same thing. */
  readonly key: string;
  readonly job: string;
  readonly changes: object;
  /** The thing as it stood before this change. */
  readonly before: Fields;
  /** Schema of the body that is sent. */
  readonly schema: z.ZodType;
  readonly operation: Pick<NewOperation, 'method' | 'url'>;
  readonly id: string;
  readonly version: number;
  /** Words for the step to take back. */
  readonly words: string;
  /** Brings back what was before. */
  readonly undo: (before: Fields) => void;
}

interface Resting {
  readonly timer: ReturnType<typeof setTimeout>;
  readonly changes: Fields;
  /** What the changed fields were before the first of these changes. */
  readonly before: Fields;
  readonly flush: () => void;
}

/**
 * Gathers changes to one thing until typing rests, checks them by the schema the server checks them with, and sends them as
 * one. Fields that cannot be taken keep what was typed, show why, and are sent when they are right; the others go ahead.
 */
@Injectable()
export class RestingChanges {
  private readonly queue = inject(OperationQueue);
  private readonly saving = inject(Autosave);
  private readonly history = inject(UndoHistory);
  private readonly rests = new Map<string, Resting>();

  constructor() {
    // A page put away may never come back: what rests goes into the line while there is time.
    const putAway = (): void => {
      if (document.visibilityState === 'hidden') this.flush();
    };
    document.addEventListener('visibilitychange', putAway);
    inject(DestroyRef).onDestroy(() => document.removeEventListener('visibilitychange', putAway));
  }

  /** Sends what is still resting. */
  flush(): void {
    for (const { flush } of [...this.rests.values()]) flush();
  }

  /** Forgets what could not be taken, when another job is opened. */
  clear(): void {
    this.rests.clear();
    this.saving.clearErrors();
  }

  /** What was typed into a thing and has not been sent yet, because typing has not rested or because it cannot be taken. */
  unsent(key: string): Fields {
    return this.rests.get(key)?.changes ?? {};
  }

  rest(change: RestingChange): void {
    const { key, job, schema, operation, id, version, words, undo } = change;
    const known = this.rests.get(key);
    if (known) clearTimeout(known.timer);
    const changes = { ...known?.changes, ...change.changes };
    const before = {
      ...Object.fromEntries(Object.keys(change.changes).map((field) => [field, change.before[field]])),
      ...known?.before,
    };
    const issues = (fields: object): readonly { path: PropertyKey[]; message: string }[] =>
      schema.safeParse({ ...fields, version: Math.max(1, version) }).error?.issues ?? [];
    this.saving.setErrors(
      key,
      issues(changes).map(({ path, message }) => ({ path: path.join('.'), message })),
    );
    const flush = (): void => {
      const entry = this.rests.get(key);
      if (!entry) return;
      clearTimeout(entry.timer);
      this.saving.setResting(key, false);
      const bad = new Set(issues(entry.changes).map(({ path }) => String(path[0])));
      const pick = (fields: Fields, wanted: boolean): Record<string, unknown> =>
        Object.fromEntries(Object.entries(fields).filter(([field]) => bad.has(field) !== wanted));
      const base = pick(entry.before, true);
      const body = pick(entry.changes, true);
      // What cannot be taken stays for the next time something is typed.
      if (bad.size === 0) this.rests.delete(key);
      else this.rests.set(key, { ...entry, changes: pick(entry.changes, false), before: pick(entry.before, false) });
      if (Object.keys(body).length === 0) return;
      this.queue.enqueue({ key, job, ...operation, body, versioned: { id, version, base } });
      // Walking through the stages is no change to take back.
      if (Object.keys(body).some((field) => field !== 'stage')) this.history.push(words, () => undo(base));
    };
    this.saving.setResting(key, true);
    this.rests.set(key, { changes, before, flush, timer: setTimeout(flush, REST_MS) });
  }
}
