import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { OrderPlanning } from '../../planning';
import { MS_PER_S } from '../../kit/units';

/** Nearer to the end than this it begins anew, s. */
const END_S = 0.1;

/** What is shown of the heat: temperatures, the colours they leave on either face, or a cut through the wall. */
export const HEAT_LAYERS = ['heat', 'outside', 'inside', 'wall'] as const;
export type HeatLayer = (typeof HEAT_LAYERS)[number];

/** How many times quicker than the weld it is played. */
const QUICKER = 12;

/** The moment of a simulated weld that is looked at: played, or pulled to. */
@Injectable()
export class HeatPlay {
  private readonly planning = inject(OrderPlanning);
  /** Seconds from the start of the weld; null: the hottest each place became. */
  readonly nowS = signal<number | null>(null);
  readonly playing = signal(false);
  private readonly asked = signal<HeatLayer>('heat');
  /** What is shown; a wall that is not cut through is not shown. */
  readonly layer = computed<HeatLayer>(() =>
    this.asked() === 'wall' && !this.planning.heat().answer?.wall ? 'heat' : this.asked(),
  );
  private frameRequest = 0;

  readonly endS = computed(() => this.planning.heat().answer?.watchedS ?? 0);
  /** Picture of the film nearest to the moment. */
  readonly frame = computed<number | null>(() => {
    const [now, answer] = [this.nowS(), this.planning.heat().answer];
    if (now === null || !answer) return null;
    const { seconds } = answer.film;
    let [low, high] = [0, seconds.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((seconds[middle] as number) <= now) low = middle;
      else high = middle;
    }
    return now - (seconds[low] as number) <= (seconds[high] as number) - now ? low : high;
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.pause());
  }

  /** Shows another layer. Colours and cuts are of the whole weld, not of a moment. */
  show(layer: HeatLayer): void {
    this.asked.set(layer);
    if (layer !== 'heat') this.hottest();
  }

  /** Plays on, or from the start when it is at its end. */
  play(): void {
    if (this.planning.heat().answer === null) return;
    this.asked.set('heat');
    if (this.nowS() === null || (this.nowS() ?? 0) >= this.endS() - END_S) this.nowS.set(0);
    this.playing.set(true);
    let last: number | null = null;
    const beat = (at: number): void => {
      if (!this.playing()) return;
      const passed = last === null ? 0 : (at - last) / MS_PER_S;
      last = at;
      const next = Math.min(this.endS(), (this.nowS() ?? 0) + passed * QUICKER);
      this.nowS.set(next);
      if (next >= this.endS()) this.playing.set(false);
      else this.frameRequest = requestAnimationFrame(beat);
    };
    this.frameRequest = requestAnimationFrame(beat);
  }

  pause(): void {
    this.playing.set(false);
    cancelAnimationFrame(this.frameRequest);
  }

  /** Looks at a moment. */
  scrub(seconds: number): void {
    this.pause();
    this.asked.set('heat');
    this.nowS.set(Math.min(this.endS(), Math.max(0, seconds)));
  }

  /** Looks at the hottest each place became. */
  hottest(): void {
    this.pause();
    this.nowS.set(null);
  }
}
