import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PieceStore } from '../../job/stores';
import { Icon } from '../../kit/marks/icon';
import { pieceLetter } from '../../words/words';
import { PieceCard } from './piece-card';

/** The pieces of the job. */
@Component({
  imports: [Icon, NzButtonModule, PieceCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @for (piece of pieces.active(); track piece.id; let index = $index) {
        <va-piece-card [piece]="piece" [index]="index" />
      } @empty {
        <section class="panel stack">
          <h2>Nothing on the bench yet</h2>
          <p>
            Add each metal that will be in the pool: both parts, and the last repairer's weld if it stays. A name such
            as "bracket" is enough to begin.
          </p>
        </section>
      }
      <div class="row">
        <button nz-button nzType="primary" type="button" [disabled]="pieces.full()" (click)="add()">
          <va-icon name="add" />
          Add a piece
        </button>
        <button nz-button type="button" [disabled]="pieces.full()" (click)="addOldWeld()">
          <va-icon name="add" />
          Add an old weld
        </button>
        @for (piece of pieces.withdrawn(); track piece.id) {
          <button nz-button nzType="text" type="button" [disabled]="pieces.full()" (click)="bringBack(piece.id)">
            <va-icon name="bring-back" />
            Bring back {{ piece.name }}
          </button>
        }
      </div>
      @if (pieces.full()) {
        <p class="small soft">Four metals are the most one joint is reckoned with: take one off to add another.</p>
      }
    </div>
  `,
})
export class PiecesStage {
  protected readonly pieces = inject(PieceStore);

  protected add(): void {
    this.pieces.add({ name: `Piece ${pieceLetter(this.pieces.active().length)}` });
  }

  protected addOldWeld(): void {
    this.pieces.add({ name: 'Old weld', kind: 'old-weld' });
  }

  protected bringBack(id: string): void {
    this.pieces.setWithdrawn(id, false);
  }
}
