import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { JudgedLine } from '@variatum/metallurgy';
import { earlyArcWords, foundWords, limitWords, LINE_STATE_WORDS, VERDICT_WORDS } from '@variatum/presentation';
import { ArrowItem, ArrowRow } from '../../kit/arrow-row';
import { JointStore } from '../../job/stores';
import { Inspection } from './inspection';

const MARKS = { met: '✓', missed: '✕', close: '≈', open: '·' } as const;

/** What the joint comes to: in two words, and line by line; a line that is tapped is looked at next. */
@Component({
  selector: 'va-verdict-view',
  imports: [ArrowItem, ArrowRow],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (inspection.verdict(); as verdict) {
      <p class="state" [attr.data-state]="verdict.state" data-testid="verdict" role="status">
        <strong>{{ words[verdict.state] }}</strong>
        <span class="small">{{ about() }}</span>
      </p>
      @if (verdict.earlyArc; as early) {
        <p class="caution" data-testid="early-arc">
          First {{ earlyArcWords(early) }}: look inside for colour and sugar.
        </p>
      }
      <div class="lines" vaArrowRow role="radiogroup" aria-label="What is looked at">
        @for (row of rows(); track row.line) {
          <button
            type="button"
            class="choice line"
            role="radio"
            [vaArrowItem]="row.line === inspection.chosen()"
            [attr.aria-checked]="row.line === inspection.chosen()"
            [attr.data-state]="row.state"
            (click)="inspection.choose(row.line)"
          >
            <span>
              <span class="mark" aria-hidden="true">{{ marks[row.state] }}</span>
              {{ row.title }}
            </span>
            <span class="small">{{ row.words }}</span>
          </button>
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-3);
      align-content: start;
      min-width: 0;
    }
    .state {
      display: flex;
      flex-wrap: wrap;
      gap: 0 var(--space-3);
      align-items: baseline;
    }
    .state strong {
      font-size: 1.5rem;
      font-family: var(--font-display);
      line-height: 1.1;
    }
    [data-state='met'] strong {
      color: var(--low);
    }
    [data-state='missed'] strong {
      color: var(--do-not);
    }
    .lines {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(148px, 1fr));
      gap: var(--space-2);
    }
    .line {
      display: grid;
      text-align: left;
      padding: 4px 10px;
      line-height: 1.25;
      align-content: start;
    }
    .mark {
      display: inline-block;
      width: 1.1em;
      font-weight: 700;
    }
    .line[data-state='missed'] .mark {
      color: var(--do-not);
    }
    .line[data-state='met'] .mark {
      color: var(--low);
    }
    .line[data-state='close'] .mark {
      color: var(--watch);
    }
    .line[aria-checked='true'] .mark {
      color: inherit;
    }
  `,
})
export class VerdictView {
  protected readonly inspection = inject(Inspection);
  private readonly joints = inject(JointStore);
  protected readonly words = VERDICT_WORDS;
  protected readonly marks = MARKS;
  protected readonly earlyArcWords = earlyArcWords;

  protected readonly about = computed(() => {
    const open = this.inspection.verdict()?.open.length ?? 0;
    return `${this.joints.title()}, ${this.inspection.profile().name}${open > 0 ? `; ${open} still to look at` : ''}`;
  });
  protected readonly rows = computed(() =>
    [...this.inspection.lines(), ...this.inspection.others()].map((line) => ({ ...line, words: this.said(line) })),
  );

  private said({ state, finding, limit, asked }: JudgedLine): string {
    const unit = this.inspection.unit();
    if (!finding) return asked ? limitWords(limit, unit) : 'not asked for here';
    const found = foundWords(finding, unit);
    return state === 'met' ? found : `${found}: ${LINE_STATE_WORDS[state]}`;
  }
}
