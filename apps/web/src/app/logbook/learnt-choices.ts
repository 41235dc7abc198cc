import { computed, inject, Injectable } from '@angular/core';
import { WorkshopStore } from '../settings/workshop-store';

/** What the workshop says of what is learnt: what is left out, and what is learnt anew from some day on. */
@Injectable()
export class LearntChoices {
  private readonly workshops = inject(WorkshopStore);
  private readonly left = computed(() => this.workshops.workshop()?.learntOff ?? null);
  private readonly since = computed(() => this.workshops.workshop()?.learntSince ?? {});
  /** What is learnt anew, with its day. */
  readonly anew = computed(() => Object.entries(this.since()).map(([key, since]) => ({ key, since })));

  /** Whether something is left out. @param known as the server last said */
  off(key: string, known: boolean): boolean {
    return this.left()?.includes(key) ?? known;
  }

  leaveOut(key: string, out: boolean): void {
    const others = (this.left() ?? []).filter((one) => one !== key);
    this.workshops.change({ learntOff: out ? [...others, key] : others });
  }

  /** From now on it is learnt from nothing again: what was logged stays, and counts no more. */
  learnAnew(key: string): void {
    this.workshops.change({ learntSince: { ...this.since(), [key]: new Date().toISOString() } });
  }

  /** Everything counts again. */
  countAll(key: string): void {
    const { [key]: _gone, ...others } = this.since();
    this.workshops.change({ learntSince: others });
  }
}
