import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PurgeAnswer, PurgeHabit } from '@variatum/metallurgy';
import { minutesWords, ppmWords } from '@variatum/presentation';
import { scaleLinear, scaleLog } from 'd3-scale';
import { area, line } from 'd3-shape';
import { FrameSize } from '../kit/frame-size';

const MARGIN = { left: 46, right: 12, top: 16, bottom: 30 };
const TICKS = [10, 100, 1000, 10000, 100000] as const;
type Level = PurgeAnswer['levels'][number];

/** Oxygen inside against time: the band it lies in, the level aimed at, the three habits of waiting, and now. */
@Component({
  selector: 'va-oxygen-curve',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg role="img" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height" [attr.aria-label]="words()">
      @let plane = scales();
      @for (tick of ticks; track tick) {
        <line
          class="grid"
          [attr.x1]="left"
          [attr.x2]="size().width - 12"
          [attr.y1]="plane.y(tick)"
          [attr.y2]="plane.y(tick)"
        />
        <text class="tick" text-anchor="end" [attr.x]="left - 6" [attr.y]="plane.y(tick) + 4">{{ ppm(tick) }}</text>
      }
      @for (tick of plane.x.ticks(5); track tick) {
        <text class="tick" text-anchor="middle" [attr.x]="plane.x(tick)" [attr.y]="size().height - 12">{{ tick }}</text>
      }
      <text class="tick" text-anchor="end" [attr.x]="size().width - 12" [attr.y]="size().height - 1">minutes</text>
      <path class="band" [attr.d]="band()" />
      <path class="median" [attr.d]="median()" />
      <line
        class="target"
        [attr.x1]="left"
        [attr.x2]="size().width - 12"
        [attr.y1]="plane.y(target())"
        [attr.y2]="plane.y(target())"
      />
      <text class="target" [attr.x]="left + 6" [attr.y]="plane.y(target()) - 5">{{ ppm(target()) }} ppm</text>
      @for (mark of marks(); track mark.habit) {
        <path class="habit" [attr.d]="mark.d" />
        <text class="habit" text-anchor="middle" [attr.x]="mark.x" [attr.y]="mark.y">{{ mark.letter }}</text>
      }
      @if (now() !== null && now()! <= longest()) {
        <line
          class="now"
          [attr.x1]="plane.x(now()!)"
          [attr.x2]="plane.x(now()!)"
          y1="10"
          [attr.y2]="size().height - 30"
        />
        <text class="now" [attr.x]="plane.x(now()!) + 4" y="14">now</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
      position: relative;
      overflow: hidden;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
    }
    .grid {
      stroke: var(--line);
    }
    text {
      font-size: 11px;
      fill: var(--ink-soft);
    }
    .band {
      fill: var(--accent);
      opacity: 0.22;
    }
    .median {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2.4;
    }
    line.target {
      stroke: var(--low);
      stroke-width: 1.6;
      stroke-dasharray: 6 4;
    }
    text.target {
      fill: var(--low);
      font-weight: 650;
    }
    path.habit {
      fill: var(--raised);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    text.habit {
      fill: var(--ink);
      font-weight: 650;
    }
    .now {
      stroke: var(--tint-straw);
      stroke-width: 2;
    }
    text.now {
      stroke: none;
      fill: var(--ink);
    }
  `,
})
export class OxygenCurve {
  readonly levels = input.required<readonly Level[]>();
  readonly longest = input.required<number>();
  readonly target = input.required<number>();
  readonly habits = input.required<readonly PurgeHabit[]>();
  /** Minutes since gas was turned on; null: it is not. */
  readonly now = input<number | null>(null);

  protected readonly size = inject(FrameSize).value;
  protected readonly ticks = TICKS;
  protected readonly left = MARGIN.left;
  protected readonly ppm = ppmWords;
  protected readonly scales = computed(() => {
    const { width, height } = this.size();
    return {
      x: scaleLinear([0, this.longest()], [MARGIN.left, Math.max(MARGIN.left + 10, width - MARGIN.right)]),
      y: scaleLog([5, 250000], [Math.max(MARGIN.top + 10, height - MARGIN.bottom), MARGIN.top]).clamp(true),
    };
  });
  protected readonly band = computed(() => {
    const { x, y } = this.scales();
    return (
      area<Level>(
        ({ minutes }) => x(minutes),
        ({ range90 }) => y(range90[0]),
        ({ range90 }) => y(range90[1]),
      )([...this.levels()]) ?? ''
    );
  });
  protected readonly median = computed(() => {
    const { x, y } = this.scales();
    return (
      line<Level>(
        ({ minutes }) => x(minutes),
        ({ ppm }) => y(ppm),
      )([...this.levels()]) ?? ''
    );
  });
  protected readonly marks = computed(() => {
    const { x, y } = this.scales();
    return this.habits().flatMap(({ habit, minutes, leftPpm }, index) => {
      if (minutes === null || minutes > this.longest()) return [];
      const [cx, cy] = [x(minutes), y(leftPpm)];
      return [
        {
          habit,
          letter: ['1', '2', '3'][index] ?? '',
          x: cx,
          y: cy + 4,
          d: `M${cx - 9} ${cy}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0Z`,
        },
      ];
    });
  });
  protected readonly words = computed(
    () =>
      `Oxygen inside against time, with the range it lies in. ${this.habits()
        .map(
          ({ title, minutes, leftPpm }) =>
            `${title}: ${minutes === null ? 'never' : minutesWords(minutes)}, leaves ${ppmWords(leftPpm)} ppm`,
        )
        .join('; ')}`,
  );
}
