import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { OrderPlanning } from '../../planning';

const WIDTH = 220;
const HEIGHT = 96;
const LEFT = 30;
const BOTTOM = 22;

/**
 * What a minute buys: pull against time, the usual orders as rings, plans no other beats as a line, the one looked at
 * filled.
 */
@Component({
  selector: 'va-order-trade',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (chart(); as drawn) {
      <svg role="img" [attr.viewBox]="'0 0 ' + width + ' ' + height" [attr.aria-label]="drawn.label">
        <path class="axes" [attr.d]="drawn.axes" />
        <path class="line" [attr.d]="drawn.line" />
        @for (point of drawn.points; track $index) {
          <circle
            [class.shown]="point.shown"
            [attr.cx]="point.x"
            [attr.cy]="point.y"
            [attr.r]="point.shown ? 5 : 3.5"
          />
        }
        <text x="0" y="10">distortion</text>
        <text [attr.x]="drawn.from.x" [attr.y]="height - 7" text-anchor="middle">{{ drawn.from.words }}</text>
        <text [attr.x]="drawn.to.x" [attr.y]="height - 7" text-anchor="middle">{{ drawn.to.words }}</text>
      </svg>
    }
  `,
  styles: `
    svg {
      width: 100%;
      max-height: 110px;
      font-family: var(--font-display);
    }
    text {
      font-size: 11px;
      fill: var(--ink-soft);
    }
    .axes {
      fill: none;
      stroke: var(--line-strong);
    }
    .line {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2;
    }
    circle {
      fill: var(--raised);
      stroke: var(--ink);
    }
    .shown {
      fill: var(--tint-straw);
    }
  `,
})
export class OrderTrade {
  private readonly planning = inject(OrderPlanning);
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly chart = computed(() => {
    const [plans, trade, shown] = [
      this.planning.plans(),
      this.planning.search().answer?.trade ?? [],
      this.planning.shown(),
    ];
    if (plans.length < 2) return null;
    const all = [...plans, ...trade].map(({ judged }) => judged);
    const minutes = all.map((one) => one.minutes);
    const [low, high] = [Math.min(...minutes), Math.max(...minutes)];
    const most = Math.max(0.02, ...all.map(({ pull }) => pull.mm));
    const x = (value: number): number => LEFT + 20 + ((WIDTH - LEFT - 46) * (value - low)) / Math.max(1e-6, high - low);
    const y = (value: number): number => 8 + (HEIGHT - BOTTOM - 14) * (1 - value / most);
    const point = ({ judged }: (typeof plans)[number]) => ({ x: x(judged.minutes), y: y(judged.pull.mm) });
    return {
      axes: `M${LEFT} 4V${HEIGHT - BOTTOM}H${WIDTH}`,
      line: trade
        .map((plan, index) => `${index === 0 ? 'M' : 'L'}${point(plan).x.toFixed(1)} ${point(plan).y.toFixed(1)}`)
        .join(''),
      points: plans.map((plan) => ({ ...point(plan), shown: plan.id === shown?.id })),
      from: { x: x(low), words: `${low.toFixed(1)} min` },
      to: { x: x(high), words: `${high.toFixed(1)} min` },
      label:
        'Distortion against minutes: ' +
        plans
          .map(({ title, judged }) => `${title} ${judged.minutes.toFixed(1)} min, ${judged.pull.mm.toFixed(2)} mm`)
          .join('; '),
    };
  });
}
