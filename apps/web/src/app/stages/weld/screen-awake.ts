import { DestroyRef, inject, Injectable } from '@angular/core';

/** Keeps the screen from going dark while somebody welds: a tap with a glove is not to be needed for looking. */
@Injectable()
export class ScreenAwake {
  private held: WakeLockSentinel | undefined;
  private wanted = false;

  constructor() {
    // The browser lets go of it whenever the page is hidden.
    const again = (): void => void (this.wanted && document.visibilityState === 'visible' && this.ask());
    document.addEventListener('visibilitychange', again);
    inject(DestroyRef).onDestroy(() => {
      document.removeEventListener('visibilitychange', again);
      this.release();
    });
  }

  keep(): void {
    this.wanted = true;
    void this.ask();
  }

  release(): void {
    this.wanted = false;
    void this.held?.release().catch(() => undefined);
    this.held = undefined;
  }

  private async ask(): Promise<void> {
    // Not every browser has it, and one that runs low on power refuses: the page works all the same.
    try {
      this.held = await (navigator as Partial<Navigator>).wakeLock?.request('screen');
    } catch {
      this.held = undefined;
    }
  }
}
