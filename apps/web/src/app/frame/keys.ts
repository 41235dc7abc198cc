import { DestroyRef, inject } from '@angular/core';
import { tinykeys } from 'tinykeys';

/** A key that does something wherever one stands. */
export interface Key {
  /** As the sheet of keys shows it. */
  readonly shown: string;
  /** What it does, for the sheet of keys. */
  readonly does: string;
  /**
   * How it is pressed, each way of it, as `tinykeys` writes it; none for keys that parts of a page know by themselves.
   */
  readonly presses: readonly string[];
  /** Whether it also counts inside a field, where keys usually belong to the text. */
  readonly inFields?: boolean;
}

/** All keys. One is added by an entry here and a call of `onKey` where it is answered; the sheets of keys follow. */
export const KEYS = {
  find: {
    shown: 'Ctrl K',
    does: 'find a job, a grade, a rod, a term or a page',
    presses: ['$mod+k'],
    inFields: true,
  },
  takeBack: { shown: 'Ctrl Z', does: 'take back the last change, outside a text field', presses: ['$mod+z'] },
  stage: {
    shown: 'Alt 1, Alt 2 …',
    does: 'the stages of the open job, in their order',
    // By its place on the board: where digits want a shift, and on machines whose Alt makes other signs, too.
    presses: ['Alt+(Digit[1-9])'],
    inFields: true,
  },
  move: { shown: 'Arrow keys', does: 'move inside a group of answers; space answers', presses: [] },
  torch: { shown: 'any key', does: 'at the torch: a press does what is next, a held one lists the rest', presses: [] },
  sheet: { shown: '?', does: 'the sheet of keys', presses: ['?', 'Shift+?'] },
} as const satisfies Readonly<Record<string, Key>>;

const inField = ({ target }: Event): boolean =>
  target instanceof Element && target.closest('input, textarea, select, [contenteditable]') !== null;

/**
 * Answers a key until its owner goes. To be called where dependencies are injected.
 * @example onKey('find', () => this.open());
 */
export function onKey(name: keyof typeof KEYS, answer: (event: KeyboardEvent) => void): void {
  const { presses, inFields = false }: Key = KEYS[name];
  const hear = (event: KeyboardEvent): void => {
    if (!inFields && inField(event)) return;
    event.preventDefault();
    answer(event);
  };
  const stop = tinykeys(window, Object.fromEntries(presses.map((press) => [press, hear])));
  inject(DestroyRef).onDestroy(stop);
}
