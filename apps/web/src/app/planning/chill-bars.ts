import { computed, inject, Injectable, signal } from '@angular/core';
import type { KeptBar } from '@variatum/contracts';
import { OrderPlanning } from './order-planning';

/** Chill bars of the joint looked at, with the one that is being pulled where it is. */
@Injectable()
export class ChillBars {
  private readonly order = inject(OrderPlanning);
  private readonly pulled = signal<{ readonly index: number; readonly distanceMm: number } | null>(null);
  readonly all = computed<readonly KeptBar[]>(() => {
    const pulled = this.pulled();
    return this.order
      .kept()
      .bars.map((bar, index) => (index === pulled?.index ? { ...bar, distanceMm: pulled.distanceMm } : bar));
  });

  /** Moves a bar: shown at once, kept when the hand has left it. */
  move({
    index,
    distanceMm,
    settled,
  }: {
    readonly index: number;
    readonly distanceMm: number;
    readonly settled: boolean;
  }): void {
    this.pulled.set({ index, distanceMm });
    if (!settled) return;
    const bars = [...this.all()];
    this.pulled.set(null);
    this.order.change({ bars });
  }
}
