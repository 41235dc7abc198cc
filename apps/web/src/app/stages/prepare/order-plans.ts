import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { minutesWords, pullWords } from '@variatum/presentation';
import { WorkshopStore } from '../../settings/workshop-store';
import { OrderPlanning } from '../../planning';
import { OrderTrade } from './order-trade';

/** The orders a joint can be welded in beside each other, and what a minute buys. */
@Component({
  selector: 'va-order-plans',
  imports: [OrderTrade],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (planning.plans().length > 0) {
      <section class="panel" aria-label="Orders beside each other">
        <p class="small soft">Orders beside each other: minutes, and distortion</p>
        <div class="two">
          <ul class="plans" aria-label="Orders">
            @for (one of plans(); track one.id) {
              <li>
                <button
                  type="button"
                  [attr.aria-pressed]="one.id === planning.shown()?.id"
                  [attr.data-plan]="one.id"
                  (click)="planning.lookedAt.set(one.id)"
                >
                  <span>{{ one.title }}</span>
                  <span class="figure">{{ one.minutes }}</span>
                  <span class="figure">{{ one.pull }}</span>
                </button>
              </li>
            }
          </ul>
          <va-order-trade />
        </div>
      </section>
    }
  `,
  styles: `
    .panel {
      background: var(--raised);
      padding: 8px var(--space-3);
      display: grid;
      gap: 8px;
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 2.4fr) minmax(0, 1fr);
      gap: var(--space-4);
      align-items: center;
    }
    .plans {
      list-style: none;
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 4px;
    }
    .plans button {
      width: 100%;
      min-height: var(--target);
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto 76px;
      gap: 10px;
      align-items: center;
      padding: 4px 10px;
      background: var(--raised);
      border: 1px solid var(--line);
      border-radius: var(--corner);
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .plans button[aria-pressed='true'] {
      border-color: var(--accent);
      box-shadow: inset 4px 0 0 var(--accent);
    }
    .plans .figure {
      text-align: right;
    }
    @media (max-width: 700px) {
      .two,
      .plans {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class OrderPlans {
  protected readonly planning = inject(OrderPlanning);
  private readonly workshops = inject(WorkshopStore);
  protected readonly plans = computed(() => {
    const unit = this.workshops.workshop()?.lengthUnit ?? 'mm';
    return this.planning.plans().map(({ id, title, judged }) => ({
      id,
      title,
      minutes: minutesWords(judged.minutes),
      pull: pullWords(judged.pull, unit),
    }));
  });
}
