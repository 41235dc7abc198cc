import { computed, inject, Injectable, signal } from '@angular/core';
import type { Spot } from '@variatum/metallurgy';
import { PartSelection } from './stores';

/** Where on the piece looked at the next test is done: told by tapping the part. */
@Injectable()
export class SpotEntry {
  private readonly selection = inject(PartSelection);
  private readonly tapped = signal<{ readonly piece: string; readonly spot: Spot } | null>(null);

  /** Whether a tap on a piece says where; set by the stage that logs tests. */
  readonly wanted = signal(false);
  /** The place that was tapped last, while its piece is looked at. */
  readonly at = computed(() => {
    const tapped = this.tapped();
    return tapped && tapped.piece === this.selection.piece() ? tapped.spot : null;
  });

  /** A piece was tapped at a place. */
  tap(piece: string, spot: Spot): void {
    this.tapped.set({ piece, spot });
  }

  forget(): void {
    this.tapped.set(null);
  }
}
