import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Piece } from '@variatum/contracts';
import { learntOfFamily, learntTests, type PieceBelief } from '@variatum/job';
import { leadingGrade } from '@variatum/metallurgy';
import { percentWords, testTitle } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { LearntStore, PieceStore } from '../../job/stores';
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
        @for (words of own(); track words) {
          <p class="small own" data-testid="own-evidence">{{ words }}</p>
        }
        @if (leader(); as grade) {
          <div class="row">
            <button nz-button type="button" (click)="pieces.change(piece().id, { grade, gradeSource: 'tests' })">
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
    .own {
      color: var(--accent);
      font-weight: 550;
    }
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
  private readonly learnt = inject(LearntStore);
  protected readonly odd = computed(() => testTitle(this.belief()?.fit.oddTest ?? ''));
  /** What other jobs of the workshop say of such pieces, and of the tests done on it. */
  protected readonly own = computed(() => {
    const [piece, learnt] = [this.piece(), this.learnt.now()];
    if (piece.grade !== null || piece.kind === 'old-weld') return [];
    const family = learntOfFamily(piece.itemFamily, learnt);
    const done = new Set(piece.tests.filter(({ struckOutAt }) => struckOutAt === null).map(({ entry }) => entry.test));
    const [most] = family?.grades ?? [];
    return [
      ...(family && most
        ? [
            `From ${family.count} of your confirmed pieces of this kind: ${most.grade} ` +
              `${percentWords(most.after)}, before ${percentWords(most.before)}.`,
          ]
        : []),
      ...learntTests(learnt)
        .filter(({ test }) => done.has(test))
        .map(
          ({ test, count, odd, lapse }) =>
            `${testTitle(test)}: ${odd} of ${count} of your results were odd; ${percentWords(lapse)} are taken ` +
            'to say nothing.',
        ),
    ];
  });
  protected readonly leader = computed(() => leadingGrade(this.belief()?.candidates ?? []));
}
