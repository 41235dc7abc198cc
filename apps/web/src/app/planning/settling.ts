import { untracked } from '@angular/core';

/** What is typed settles so long before a long computation begins, ms. */
const SETTLES_MS = 500;

/** Work that waits until what is typed has settled. */
export class Settling {
  /** What waits, by what calls it off. */
  private readonly waiting = new Set<() => void>();

  /** Works when what is typed has settled. @returns what calls it off */
  when(work: () => void): () => void {
    const wait = setTimeout(() => untracked(work), SETTLES_MS);
    const callOff = (): void => {
      clearTimeout(wait);
      this.waiting.delete(callOff);
    };
    this.waiting.add(callOff);
    return callOff;
  }

  callOff(): void {
    for (const one of this.waiting) one();
  }
}
