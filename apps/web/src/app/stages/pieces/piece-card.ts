import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Piece } from '@variatum/contracts';
import { coatingCaution, findPieceCondition } from '@variatum/metallurgy';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../../kit/marks/icon';
import { PieceSection } from '../../part/piece-section';
import { WorkshopStore } from '../../settings/workshop-store';
import { pieceLetter } from '../../words/words';
import { PieceChanges } from './piece-changes';
import { PieceFacts } from './piece-facts';
import { PiecePhotos } from './piece-photos';

/** One piece: what is known of it, its section to scale, its pictures, and what must be heeded. */
@Component({
  selector: 'va-piece-card',
  imports: [Icon, NzButtonModule, PieceChanges, PieceFacts, PiecePhotos, PieceSection, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="piece().name" [attr.data-piece]="index()">
      <div class="row between">
        <h2>
          <span class="tab figure">{{ letter() }}</span>
          {{ piece().name }}
        </h2>
        <a nz-button [routerLink]="['../identify']" [queryParams]="{ piece: piece().id }">
          <va-icon name="identify" />
          Identify
        </a>
      </div>
      <div class="halves">
        <va-piece-facts [piece]="piece()" />
        <div class="side stack">
          <va-piece-section [piece]="sized()" [unit]="unit()" />
          <va-piece-photos [pieceId]="piece().id" [name]="piece().name" />
        </div>
      </div>
      @if (advice(); as words) {
        <p class="small advice">{{ words }}</p>
      }
      @if (caution(); as words) {
        <p class="caution">{{ words }}</p>
      }
      <va-piece-changes [piece]="piece()" />
    </section>
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 264px;
      gap: var(--space-5);
    }
    .advice {
      border-left: 4px solid var(--accent);
      background: var(--accent-wash);
      padding: var(--space-2) var(--space-3);
    }
    .tab {
      display: inline-grid;
      place-items: center;
      width: 1.7em;
      height: 1.7em;
      border-radius: 3px;
      background: var(--piece);
      color: var(--raised);
      margin-right: 6px;
    }
    @media (max-width: 1180px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class PieceCard {
  readonly piece = input.required<Piece>();
  readonly index = input.required<number>();

  private readonly workshops = inject(WorkshopStore);
  protected readonly unit = computed(() => this.workshops.workshop()?.lengthUnit ?? 'mm');
  protected readonly letter = computed(() => pieceLetter(this.index()));
  protected readonly sized = computed(() => {
    const { name, form, outsideMm, thicknessMm } = this.piece();
    return { name, form, outsideMm: outsideMm.value, thicknessMm: thicknessMm.value };
  });
  protected readonly advice = computed(() => findPieceCondition(this.piece().condition ?? '')?.advice);
  protected readonly caution = computed(() => coatingCaution(this.piece().coating ?? 'bare'));
}
