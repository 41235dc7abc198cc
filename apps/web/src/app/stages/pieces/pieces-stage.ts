import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { pieceLetter } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PartSelection, PieceStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { Tabs } from '../../kit/tabs';
import { PieceCard } from './piece-card';
import { PieceMeasures } from './piece-measures';

/** The pieces of the job: the one chosen in the picture is described beside it and measured below. */
@Component({
  imports: [Icon, NzButtonModule, PieceCard, PieceMeasures, Tabs],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="below">
      @if (shown(); as piece) {
        <va-piece-measures [piece]="piece" />
      } @else {
        <section class="panel stack">
          <h2>Nothing on the bench yet</h2>
          <p>
            Add each metal that will be in the pool: both parts, and the last repairer's weld if it stays. A name such
            as "bracket" is enough to begin.
          </p>
        </section>
      }
    </div>
    <div class="beside stack">
      <div class="row adds">
        <button nz-button nzType="primary" type="button" (click)="add()">
          <va-icon name="add" />
          Add a piece
        </button>
        <button nz-button type="button" (click)="addOldWeld()">
          <va-icon name="add" />
          Add an old weld
        </button>
      </div>
      @if (pieces.active().length > 1) {
        <va-tabs label="Piece" [options]="tabs()" [value]="shown()?.id" (chosen)="selection.piece.set($event)">
          @if (shown(); as piece) {
            <va-piece-card [piece]="piece" [index]="place()" />
          }
        </va-tabs>
      } @else if (shown(); as piece) {
        <va-piece-card [piece]="piece" [index]="place()" />
      }
      @for (piece of pieces.withdrawn(); track piece.id) {
        <div>
          <button nz-button nzType="text" type="button" (click)="pieces.setWithdrawn(piece.id, false)">
            <va-icon name="bring-back" />
            Bring back {{ piece.name }}
          </button>
        </div>
      }
    </div>
  `,
  styles: `
    .beside {
      gap: 10px;
    }
    .adds {
      gap: var(--space-2);
    }
  `,
})
export class PiecesStage {
  protected readonly pieces = inject(PieceStore);
  protected readonly selection = inject(PartSelection);
  protected readonly tabs = computed(() =>
    this.pieces.active().map(({ id }, index) => ({ value: id, title: pieceLetter(index) })),
  );
  protected readonly shown = computed(() => {
    const pieces = this.pieces.active();
    return pieces.find(({ id }) => id === this.selection.piece()) ?? pieces[0] ?? null;
  });
  protected readonly place = computed(() => this.pieces.active().findIndex(({ id }) => id === this.shown()?.id));

  constructor() {
    // What is described is what the picture shows as chosen.
    effect(() => {
      const id = this.shown()?.id ?? null;
      if (id !== this.selection.piece()) this.selection.piece.set(id);
    });
  }

  protected add(): void {
    this.selection.piece.set(this.pieces.add({ name: `Piece ${pieceLetter(this.pieces.active().length)}` }));
  }

  protected addOldWeld(): void {
    this.selection.piece.set(this.pieces.add({ name: 'Old weld', kind: 'old-weld' }));
  }
}
