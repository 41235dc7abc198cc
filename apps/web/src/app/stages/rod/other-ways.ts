import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { Panel } from '../../kit/panel';
import type { Alternative } from '@variatum/metallurgy';

/** Ways that beat welding the joint as it stands. */
@Component({
  selector: 'va-other-ways',
  imports: [Panel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <va-panel label="Other ways" heading="Another way worth weighing">
      <ul class="dashes">
        @for (way of ways(); track $index) {
          <li>
            <strong>{{ way.kind === 'butter' ? 'Butter first' : 'Cut the old weld out' }}.</strong>
            {{ way.reason }}
            <span class="soft small">
              Saves about {{ (100 * way.saves).toFixed(0) }} points, the extra work counted.
            </span>
          </li>
        }
      </ul>
    </va-panel>
  `,
})
export class OtherWays {
  readonly ways = input.required<readonly Alternative[]>();
}
