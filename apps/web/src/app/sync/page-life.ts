import { Injectable } from '@angular/core';

const LOCK = 'variatum page ';
const PAGES = 'variatum pages';

/**
 * Which pages of the program this browser shows. Each holds a lock of its own as long as it lives; the browser gives it
 * up when the page is gone, however it went. Where there are no locks every page is alone.
 */
@Injectable({ providedIn: 'root' })
export class PageLife {
  readonly id: string = crypto.randomUUID();
  // Neither is there in a test, nor are locks on a page that is not secure.
  private readonly locks: LockManager | undefined = (globalThis.navigator as Navigator | undefined)?.locks;
  private readonly channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(PAGES);
  private readonly watched = new Set<string>();
  private onGone: (() => void) | undefined;

  /** Resolves when other pages can see that this one lives. */
  readonly known: Promise<void> = this.locks
    ? new Promise((resolve) => {
        void this.locks?.request(LOCK + this.id, () => {
          resolve();
          return new Promise(() => undefined);
        });
      })
    : Promise.resolve();

  /**
   * The pages of a list that are gone; this one is not. Those that still live are watched: one that is just being left,
   * as when a page is loaded anew, goes in the next moment, and tells nobody.
   */
  async gone(pages: Iterable<string>): Promise<ReadonlySet<string>> {
    const others = [...new Set(pages)].filter((page) => page !== this.id);
    if (!this.locks) return new Set(others);
    const { held = [] } = await this.locks.query();
    const living = others.filter((page) => held.some(({ name }) => name === LOCK + page));
    living.forEach((page) => this.watch(page));
    return new Set(others.filter((page) => !living.includes(page)));
  }

  /** Runs work that only one page may do at a time. */
  alone<Result>(work: string, run: () => Promise<Result>): Promise<Result> {
    // The browser answers with what the work answers; its types say a promise of it.
    return this.locks ? (this.locks.request(`variatum ${work}`, run) as Promise<Result>) : run();
  }

  /** Calls back whenever another page is gone. */
  whenOneGoes(onGone: () => void): void {
    this.onGone = onGone;
    this.channel?.addEventListener('message', ({ data }: MessageEvent<{ page: string; answer: boolean }>) => {
      this.watch(data.page);
      // A page that has just come does not know of those that were there.
      if (!data.answer) this.channel?.postMessage({ page: this.id, answer: true });
    });
    void this.known.then(() => this.channel?.postMessage({ page: this.id, answer: false }));
  }

  private watch(page: string): void {
    if (!this.locks || page === this.id || this.watched.has(page)) return;
    this.watched.add(page);
    void this.locks.request(LOCK + page, () => {
      this.watched.delete(page);
      this.onGone?.();
    });
  }
}
