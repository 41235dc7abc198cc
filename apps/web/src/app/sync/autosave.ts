import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { dotted, type FieldError } from '@variatum/metallurgy';
import type { Waiting } from './delivery';
import type { Operation } from './operation';
import { OperationQueue } from './operation-queue';

/** Where saving stands, for the words on the page. */
export type SaveState = 'saved' | 'saving' | 'refused' | 'conflict' | 'aside' | Waiting;

/** How saving stands for the open page: what rests, what is on its way, what was refused and at which field. */
@Injectable()
export class Autosave {
  private readonly queue = inject(OperationQueue);
  private readonly restingState = signal<ReadonlySet<string>>(new Set());

  private readonly shownHere: ((operation: Operation) => boolean)[] = [];

  /** Errors of refused changes, by change key and field path. */
  readonly fieldErrors = signal<Readonly<Record<string, Readonly<Record<string, string>>>>>({});
  readonly state = computed<SaveState>(() => {
    const held = this.queue.held();
    if (held) return held;
    if (this.queue.unsent() || this.restingState().size > 0) return 'saving';
    if (this.queue.conflicts().length > 0) return 'conflict';
    if (this.queue.aside().length > 0) return 'aside';
    return Object.keys(this.fieldErrors()).length > 0 ? 'refused' : 'saved';
  });

  /** Entries that have not reached the server yet. */
  readonly waiting = computed(() => this.queue.waiting().length + this.restingState().size);

  constructor() {
    this.queue.outcomes.pipe(takeUntilDestroyed()).subscribe((outcome) => {
      if (!('problem' in outcome) || !this.shownHere.some((shows) => shows(outcome.operation))) return;
      const { problem, operation } = outcome;
      // Not what was typed is wrong but who typed it: that is said for the whole page, and what stands is shown again.
      if (problem.status === 403) return;
      outcome.shown = true;
      this.setErrors(
        operation.key,
        problem.errors?.length
          ? problem.errors.map(({ path, message }) => ({ path: path.split('.'), message }))
          : [{ path: [], message: problem.detail ?? problem.title }],
      );
    });
  }

  /** Says of which operations this page shows what was refused, at the field it was typed into. */
  show(isShown: (operation: Operation) => boolean): void {
    this.shownHere.push(isShown);
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

  /** Whether something typed on this page has not been put in the line yet. */
  get resting(): boolean {
    return this.restingState().size > 0;
  }

  clearErrors(): void {
    this.fieldErrors.set({});
  }

  /** Shows errors of a change, or takes them away. */
  setErrors(key: string, errors: readonly FieldError[]): void {
    this.fieldErrors.update((all) => {
      const { [key]: _gone, ...rest } = all;
      return errors.length === 0
        ? rest
        : { ...rest, [key]: Object.fromEntries(errors.map(({ path, message }) => [dotted(path), message])) };
    });
  }
}
