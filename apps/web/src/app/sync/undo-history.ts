import { computed, Injectable, signal } from '@angular/core';

interface Step {
  readonly words: string;
  readonly undo: () => void;
}

/** Steps that can be taken back on one page. */
const MOST = 50;

/** What can be taken back, newest last. Taking a step back is itself no step. */
@Injectable()
export class UndoHistory {
  private readonly steps = signal<readonly Step[]>([]);
  private undoing = false;

  /** Words for the step that would be taken back next; null when there is none. */
  readonly next = computed(() => this.steps().at(-1)?.words ?? null);

  /** Adds a step. @param undo brings back what was before */
  push(words: string, undo: () => void): void {
    if (this.undoing) return;
    this.steps.update((steps) => [...steps, { words, undo }].slice(-MOST));
  }

  /** Takes the newest step back. @param settle makes the changes of the step final before others may follow */
  undo(settle: () => void): void {
    const step = this.steps().at(-1);
    if (!step) return;
    this.steps.update((steps) => steps.slice(0, -1));
    this.undoing = true;
    try {
      step.undo();
      settle();
    } finally {
      this.undoing = false;
    }
  }

  /** Makes one step of everything pushed while `work` runs. */
  group(words: string, work: () => void): void {
    if (this.undoing) {
      work();
      return;
    }
    const before = this.steps();
    this.steps.set([]);
    try {
      work();
    } finally {
      const parts = this.steps();
      this.steps.set(before);
      if (parts.length > 0) this.push(words, () => [...parts].reverse().forEach(({ undo }) => undo()));
    }
  }

  clear(): void {
    this.steps.set([]);
  }
}
