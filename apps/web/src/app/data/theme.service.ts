import { effect, Injectable, signal } from '@angular/core';

/** Looks of the page. */
export type Theme = 'day' | 'dim';

const KEY = 'variatum theme';

function remembered(): Theme {
  try {
    const stored = localStorage.getItem(KEY);
    if (stored === 'day' || stored === 'dim') return stored;
  } catch {
    // Storage may be closed; the theme then follows the system each time.
  }
  return typeof matchMedia === 'function' && matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'day';
}

/** The theme of this person on this machine. */
@Injectable({ providedIn: 'root' })
export class ThemeService {
  readonly theme = signal<Theme>(remembered());

  constructor() {
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
