import { effect, Injectable } from '@angular/core';
import { rememberedChoice } from '../kit/remembered-choice';

/** Looks of the page. */
export type Theme = 'day' | 'dim';

/** Text sizes of the page, as a share of the usual one. */
export const TEXT_SIZES = [
  { id: 'usual', title: 'Usual', scale: 1 },
  { id: 'large', title: 'Large', scale: 1.125 },
  { id: 'largest', title: 'Largest', scale: 1.25 },
] as const;

const darkWanted = (): boolean =>
  typeof matchMedia === 'function' && matchMedia('(prefers-color-scheme: dark)').matches;

/** How this person wants the page on this machine: theme, text size, and the hand that holds the pen. */
@Injectable({ providedIn: 'root' })
export class PersonSettings {
  readonly theme = rememberedChoice<Theme>('variatum theme', ['day', 'dim'], darkWanted() ? 'dim' : 'day');
  readonly textSize = rememberedChoice(
    'variatum text size',
    TEXT_SIZES.map(({ id }) => id),
    'usual',
  );
  /** The side of the standing answer and of what is reached for most. */
  readonly hand = rememberedChoice('variatum hand', ['right', 'left'] as const, 'right');

  constructor() {
    const root = document.documentElement;
    effect(() => {
      const scale = TEXT_SIZES.find(({ id }) => id === this.textSize())?.scale ?? 1;
      root.style.fontSize = `${16 * scale}px`;
    });
    effect(() => (root.dataset['theme'] = this.theme()));
    // Paper is white whatever the workshop is.
    addEventListener('beforeprint', () => (root.dataset['theme'] = 'day'));
    addEventListener('afterprint', () => (root.dataset['theme'] = this.theme()));
    effect(() => (root.dataset['hand'] = this.hand()));
  }

  toggleTheme(): void {
    this.theme.update((theme) => (theme === 'day' ? 'dim' : 'day'));
  }
}
