import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { PassFerrite } from '@variatum/metallurgy';
import { ferriteWords } from '@variatum/presentation';
import { FerriteScale } from '../../kit/marks/ferrite-scale';

/** Ferrite from root to cap. */
@Component({
  selector: 'va-pass-ferrite-list',
  imports: [FerriteScale],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol>
      @for (pass of passes(); track $index) {
        <li>
          <span>{{ pass.title }}</span>
          <span class="figure">{{ ferrite(pass.ferriteNumber) }}</span>
          <va-ferrite-scale [range]="pass.ferriteNumber" />
        </li>
      }
    </ol>
    <p class="small soft">Each pass melts some base metal and some of the pass below it.</p>
  `,
  styles: `
    ol {
      display: grid;
      gap: var(--space-2);
    }
    li {
      display: grid;
      grid-template-columns: 90px minmax(180px, 240px) 1fr;
      gap: var(--space-3);
      align-items: start;
    }
    @media (max-width: 760px) {
      li {
        grid-template-columns: 1fr 2fr;
      }
      va-ferrite-scale {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class PassFerriteList {
  readonly passes = input.required<readonly PassFerrite[]>();
  protected readonly ferrite = ferriteWords;
}
