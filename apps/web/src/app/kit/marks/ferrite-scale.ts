import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Spread } from '@variatum/metallurgy';

const MAXIMUM = 100;

/** Square-root scale: the low ferrite numbers, where most decisions fall, get the room. */
const place = (ferriteNumber: number): number =>
  100 * Math.sqrt(Math.min(MAXIMUM, Math.max(0, ferriteNumber)) / MAXIMUM);

/** A ferrite range on its scale: 90 % bar, median tick. */
@Component({
  selector: 'va-ferrite-scale',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 100 22" preserveAspectRatio="none" aria-hidden="true">
      <rect x="0" y="7" width="100" height="6" class="rail" />
      <rect [attr.x]="bar().left" y="4" [attr.width]="bar().width" height="12" class="bar" />
      <rect [attr.x]="bar().median - 0.5" y="1" width="1.2" height="18" class="tick" />
    </svg>
    <div class="labels figure" aria-hidden="true">
      @for (label of labels; track label) {
        <span [style.left.%]="placeOf(label)">{{ label }}</span>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    svg {
      display: block;
      width: 100%;
      height: 16px;
    }
    .rail {
      fill: var(--line);
    }
    .bar {
      fill: var(--accent);
      opacity: 0.75;
    }
    .tick {
      fill: var(--ink);
    }
    .labels {
      position: relative;
      height: 0.9rem;
      line-height: 1.1;
      font-size: 0.72rem;
      color: var(--ink-soft);
    }
    .labels span {
      position: absolute;
      transform: translateX(-50%);
    }
    .labels span:first-child {
      transform: none;
    }
    .labels span:last-child {
      transform: translateX(-100%);
    }
  `,
})
export class FerriteScale {
  readonly range = input.required<Spread>();
  protected readonly labels = [0, 3, 8, 15, 30, 60, 100];
  protected readonly placeOf = place;
  protected readonly bar = computed(() => {
    const { median, range90 } = this.range();
    const left = place(range90[0]);
    return { left, width: Math.max(1.2, place(range90[1]) - left), median: place(median) };
  });
}
