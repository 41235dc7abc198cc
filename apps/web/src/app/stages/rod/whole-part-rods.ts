import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { pieceQuestion } from '@variatum/job';
import { isUntold } from '@variatum/metallurgy';
import { pointsWords, rodName, saidRisk, TOLD_LOSS } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { PartAnswers } from '../../job/part-answers.service';
import { DecisionStore, JobStore, JointStore } from '../../job/stores';
import { RiskMark } from '../../kit/marks/risk-mark';
import { Panel } from '../../kit/panel';
import { undecidedWords } from './undecided-words';

/** Ways to weld the whole part in sight. */
const SHOWN = 4;

/** Ways to weld the whole part, best first: each joint its own rod, or one rod for all, and what that costs. */
@Component({
  selector: 'va-whole-part-rods',
  imports: [NzButtonModule, Panel, RiskMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (joints.leaders().length > 1) {
      <va-panel label="The whole part" heading="One rod for the whole part?">
        @if (lines().length > 0) {
          <ol>
            @for (line of lines(); track line.words; let index = $index) {
              <li>
                <span class="place figure">{{ index + 1 }}</span>
                <span>
                  <strong>{{ line.words }}</strong>
                  <span class="small soft">{{ line.costs }}</span>
                </span>
                <span class="figure points">{{ line.points }}</span>
                <va-risk-mark [level]="line.worst" />
                <button nz-button type="button" [disabled]="deciding()" (click)="decide(line.rods)">
                  Take
                  <span class="hidden-text">{{ line.words }}</span>
                </button>
              </li>
            }
          </ol>
          @if (failure()) {
            <p class="field-error" role="alert">{{ failure() }}</p>
          }
        } @else {
          <p class="soft small">Reckoning the other joints</p>
        }
      </va-panel>
    }
  `,
  styles: `
    li {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) auto auto auto;
      gap: var(--space-2);
      align-items: baseline;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    li > span > span {
      display: block;
    }
    .place {
      color: var(--ink-soft);
    }
  `,
})
export class WholePartRods {
  protected readonly joints = inject(JointStore);
  private readonly parts = inject(PartAnswers);
  private readonly jobs = inject(JobStore);
  private readonly decisions = inject(DecisionStore);
  protected readonly deciding = signal(false);
  protected readonly failure = signal('');

  /** Decides for every joint that is planned by itself; those alike follow. */
  protected async decide(rods: readonly (string | null)[]): Promise<void> {
    this.deciding.set(true);
    this.failure.set('');
    try {
      for (const [index, { id }] of this.joints.leaders().entries())
        await this.decisions.decide(id, rods[index] ?? null, '');
    } catch (error) {
      this.failure.set(undecidedWords(error));
    } finally {
      this.deciding.set(false);
    }
  }

  protected readonly lines = computed(() => {
    const nothingTried = this.jobs.pieces().some((piece) => isUntold(pieceQuestion(piece)));
    const numbers = this.joints.leaders().map(({ id }) => this.joints.numberOf(id));
    return this.parts
      .plans()
      .slice(0, SHOWN)
      .map(({ one, rods, extra, expectedLoss, worst }) => ({
        words: one === undefined ? 'Each joint its own rod' : `${rodName(one)} for all`,
        costs:
          one === undefined
            ? rods.map((rod, index) => `${numbers[index]}: ${rodName(rod)}`).join(', ')
            : extra
                .flatMap((cost, index) =>
                  cost >= TOLD_LOSS ? [`joint ${numbers[index]}: ${pointsWords(cost)} more`] : [],
                )
                .join(', ') || 'as good as the best of each',
        rods,
        points: pointsWords(expectedLoss),
        worst: saidRisk(worst, nothingTried),
      }));
  });
}
