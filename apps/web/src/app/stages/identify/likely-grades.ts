import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece, PieceBelief } from '@variatum/contracts';
import { leadingGrade } from '@variatum/metallurgy';
import { testTitle } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PieceStore } from '../../job/stores';
import { Panel } from '../../kit/panel';
import { CandidateBars } from '../../plot/candidate-bars';

/** Grades a piece may be, and whether its tests fit together; the one that leads may be taken as certain. */
@Component({
  selector: 'va-likely-grades',
  imports: [CandidateBars, NzButtonModule, Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Likely grades" about="candidate">
      <div aside>
        @if (belief(); as known) {
          @if (known.fit.level === 'none') {
            <p class="odd" role="alert">None of these explains it: look again at {{ odd() }}.</p>
          } @else if (known.fit.level === 'poor') {
            <p class="odd">One test does not fit: {{ odd() }}.</p>
          }
        }
      </div>
      @if (belief(); as known) {
        <va-candidate-bars [candidates]="known.candidates" />
        @if (leader(); as grade) {
          <div class="row">
            <button nz-button type="button" (click)="pieces.change(piece().id, { grade })">
              Take {{ grade }} as certain
            </button>
          </div>
        }
      } @else {
        <p class="soft">Weighing what is known</p>
      }
    </va-panel>
  `,
  styles: `
    .odd {
      color: var(--high);
      font-weight: 650;
    }
  `,
})
export class LikelyGrades {
  readonly piece = input.required<Piece>();
  /** null while it is being reckoned. */
  readonly belief = input.required<PieceBelief | null>();
  protected readonly pieces = inject(PieceStore);
  protected readonly odd = computed(() => testTitle(this.belief()?.fit.oddTest ?? ''));
  protected readonly leader = computed(() => leadingGrade(this.belief()?.candidates ?? []));
}
