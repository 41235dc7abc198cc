import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Alternative } from '@variatum/metallurgy';

/** Ways that beat welding the joint as it stands. */
@Component({
  selector: 'va-other-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="panel stack" aria-label="Other ways">
      <h2>Another way worth weighing</h2>
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
    </section>
  `,
})
export class OtherWays {
  readonly ways = input.required<readonly Alternative[]>();
}
