import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { HeatAdvice } from '@variatum/metallurgy';

/** Heat before, between and after welding, a line each with its source. */
@Component({
  selector: 'va-heat-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul class="dashes">
      @for (line of advice(); track line.words) {
        <li>
          {{ line.words }}
          <span class="small soft">{{ line.source }}</span>
        </li>
      }
    </ul>
    <p class="small soft">A qualified procedure or code that says otherwise decides.</p>
  `,
})
export class HeatList {
  readonly advice = input.required<readonly HeatAdvice[]>();
}
