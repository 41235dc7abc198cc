import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Candidate } from '@variatum/metallurgy';
import { familyTitle, percentWords } from '@variatum/presentation';

const SHOWN_FROM = 0.004;
const MOST = 9;

/** Likely grades as bars, best first, the rest summed up. */
@Component({
  selector: 'va-candidate-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (bar of bars(); track bar.grade) {
        <li data-testid="candidate" [attr.data-grade]="bar.grade">
          <span class="grade figure">{{ bar.grade }}</span>
          <span class="rail">
            <span class="fill" [style.clip-path]="'inset(0 ' + (100 - bar.width) + '% 0 0)'"></span>
          </span>
          <span class="share figure">{{ bar.share }}</span>
          <span class="family small soft">{{ bar.family }}{{ bar.coating }}</span>
        </li>
      }
    </ol>
    @if (rest() > 0.005) {
      <p class="small soft">All others together {{ (100 * rest()).toFixed(0) }} %</p>
    }
  `,
  styles: `
    ol {
      display: grid;
      gap: 6px;
    }
    li {
      display: grid;
      grid-template-columns: 72px minmax(60px, 1fr) 46px;
      gap: 0 var(--space-2);
      align-items: center;
    }
    .family {
      grid-column: 2 / -1;
      line-height: 1.1;
    }
    .grade {
      font-weight: 650;
    }
    .rail {
      height: 16px;
      background: var(--line);
      border-radius: 2px;
      overflow: hidden;
    }
    .fill {
      display: block;
      height: 100%;
      background: linear-gradient(
        90deg,
        var(--tint-straw),
        var(--tint-gold) 45%,
        var(--tint-purple) 75%,
        var(--tint-blue)
      );
      /* The tint belongs to the whole rail: cutting the bar off shows how far it has come. */
      transition: clip-path var(--quick);
    }
    .share {
      text-align: right;
    }
    p {
      margin-top: var(--space-2);
    }
  `,
})
export class CandidateBars {
  readonly candidates = input.required<readonly Candidate[]>();

  protected readonly shown = computed(() =>
    this.candidates()
      .filter(({ probability }) => probability >= SHOWN_FROM)
      .slice(0, MOST),
  );
  protected readonly rest = computed(() => 1 - this.shown().reduce((sum, { probability }) => sum + probability, 0));
  protected readonly bars = computed(() =>
    this.shown().map(({ grade, family, probability, conditions }) => {
      const coated = (['plated', 'galvanised'] as const).filter((coating) => (conditions[coating] ?? 0) > 0.25);
      return {
        grade,
        family: familyTitle(family),
        width: 100 * probability,
        share: percentWords(probability),
        coating: coated.length > 0 ? `, maybe ${coated.join(' or ')}` : '',
      };
    }),
  );
}
