import { effect, Injectable, signal } from '@angular/core';

/** Looks of the page. */
export type Theme = 'day' | 'dim';

/** Text sizes of the page, as a share of the usual one. */
export const TEXT_SIZES = [
  { id: 'usual', title: 'Usual', scale: 1 },
  { id: 'large', title: 'Large', scale: 1.125 },
  { id: 'largest', title: 'Largest', scale: 1.25 },
] as const;
export type TextSize = (typeof TEXT_SIZES)[number]['id'];

const KEY = 'variatum theme';
const SIZE_KEY = 'variatum text size';

function rememberedSize(): TextSize {
  try {
    const stored = localStorage.getItem(SIZE_KEY);
    return TEXT_SIZES.find(({ id }) => id === stored)?.id ?? 'usual';
  } catch {
    return 'usual';
  }
}

function remembered(): Theme {
  try {
    const stored = localStorage.getItem(KEY);
    if (stored === 'day' || stored === 'dim') return stored;
  } catch {
    // Storage may be closed; the theme then follows the system each time.
  }
  return typeof matchMedia === 'function' && matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'day';
}

/** Theme and text size of this person on this machine. */
@Injectable({ providedIn: 'root' })
export class ThemeService {
  readonly theme = signal<Theme>(remembered());

  readonly textSize = signal<TextSize>(rememberedSize());

  constructor() {
    effect(() => {
      const size = this.textSize();
      const scale = TEXT_SIZES.find(({ id }) => id === size)?.scale ?? 1;
      document.documentElement.style.fontSize = `${16 * scale}px`;
      try {
        localStorage.setItem(SIZE_KEY, size);
      } catch {
        // Storage may be closed; the size then lasts as long as the page.
      }
    });
    effect(() => {
      const theme = this.theme();
      document.documentElement.dataset['theme'] = theme;
      try {
        localStorage.setItem(KEY, theme);
      } catch {
        // As above.
      }
    });
  }

  toggle(): void {
    this.theme.update((theme) => (theme === 'day' ? 'dim' : 'day'));
  }
}
