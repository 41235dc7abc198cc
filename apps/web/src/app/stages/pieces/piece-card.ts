import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Piece } from '@variatum/contracts';
import { coatingCaution, findPieceCondition } from '@variatum/metallurgy';
import { pieceLetter } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { Icon } from '../../kit/marks/icon';
import { PieceFacts } from './piece-facts';

/** One piece: what is known of it and what must be heeded. */
@Component({
  selector: 'va-piece-card',
  imports: [Icon, NzButtonModule, PieceFacts, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" [attr.aria-label]="piece().name" [attr.data-piece]="index() % 4">
      <div class="row between">
        <h2>
          <span class="tab figure">{{ letter() }}</span>
          {{ piece().name }}
        </h2>
        <a nz-button [routerLink]="identify()" [queryParams]="{ piece: piece().id }">
          <va-icon name="identify" />
          Identify
        </a>
      </div>
      @if (caution(); as words) {
        <p class="caution">{{ words }}</p>
      }
      @if (advice(); as words) {
        <p class="small advice">{{ words }}</p>
      }
      <va-piece-facts [piece]="piece()" />
    </section>
  `,
  styles: `
    .panel {
      gap: 10px;
      padding: 10px var(--space-4) var(--space-3);
    }
    .between {
      flex-wrap: nowrap;
    }
    .advice {
      border-left: 4px solid var(--accent);
      background: var(--accent-wash);
      padding: var(--space-2) var(--space-3);
    }
    .tab {
      display: inline-grid;
      place-items: center;
      min-width: 1.7em;
      height: 1.7em;
      border-radius: 3px;
      background: var(--piece);
      color: var(--raised);
      margin-right: 6px;
    }
  `,
})
export class PieceCard {
  readonly piece = input.required<Piece>();
  readonly index = input.required<number>();

  protected readonly letter = computed(() => pieceLetter(this.index()));
  protected readonly identify = computed(() => ['/jobs', this.piece().jobId, 'identify']);
  protected readonly advice = computed(() => findPieceCondition(this.piece().condition ?? '')?.advice);
  protected readonly caution = computed(() => coatingCaution(this.piece().coating ?? 'bare'));
}
