import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { JobStore } from '../../job/job-store';
import { Icon } from '../../kit/marks/icon';
import { pieceLetter } from '../../words/words';
import { PieceCard } from './piece-card';

/** The pieces of the job. */
@Component({
  selector: 'va-pieces-stage',
  imports: [Icon, NzButtonModule, PieceCard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @for (piece of store.pieces(); track piece.id; let index = $index) {
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
        <button
          nz-button
          nzType="primary"
          type="button"
          (click)="store.addPiece({ name: 'Piece ' + letter(store.pieces().length) })"
          [disabled]="store.full()"
        >
          <va-icon name="add" />
          Add a piece
        </button>
        <button
          nz-button
          type="button"
          (click)="store.addPiece({ name: 'Old weld', kind: 'old-weld' })"
          [disabled]="store.full()"
        >
          <va-icon name="add" />
          Add an old weld
        </button>
        @for (piece of store.withdrawnPieces(); track piece.id) {
          <button
            nz-button
            nzType="text"
            type="button"
            (click)="store.setPieceWithdrawn(piece.id, false)"
            [disabled]="store.full()"
          >
            <va-icon name="bring-back" />
            Bring back {{ piece.name }}
          </button>
        }
      </div>
      @if (store.full()) {
        <p class="small soft">Four metals are the most one joint is reckoned with: take one off to add another.</p>
      }
    </div>
  `,
})
export class PiecesStage {
  protected readonly store = inject(JobStore);
  protected readonly letter = pieceLetter;
}
