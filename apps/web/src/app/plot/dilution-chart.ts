import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DilutionCurve } from '@variatum/metallurgy';
import { scaleLinear, scaleSqrt } from 'd3-scale';
import { area, line } from 'd3-shape';

const WIDTH = 420;
const HEIGHT = 200;
const LEFT = 40;
const BOTTOM = 32;

/** Ferrite number against dilution: 90 % band, median, and the window in which the choice holds. */
@Component({
  selector: 'va-dilution-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
      @if (window(); as band) {
        <rect [attr.x]="band.x" [attr.width]="band.width" y="8" [attr.height]="height - bottom - 8" class="window" />
        <text [attr.x]="band.x + band.width / 2" y="20" text-anchor="middle" class="window-label">holds here</text>
      }
      <path [attr.d]="band()" class="band" />
      <path [attr.d]="median()" class="median" />
      @for (tick of xTicks; track tick) {
        <text [attr.x]="x(tick)" [attr.y]="height - 14" text-anchor="middle">{{ 100 * tick }}</text>
        <line [attr.x1]="x(tick)" [attr.x2]="x(tick)" [attr.y1]="height - bottom" [attr.y2]="height - bottom + 4" />
      }
      @for (tick of yTicks(); track tick) {
        <text [attr.x]="left - 6" [attr.y]="y()(tick) + 4" text-anchor="end">{{ tick }}</text>
        <line [attr.x1]="left" [attr.x2]="width - 8" [attr.y1]="y()(tick)" [attr.y2]="y()(tick)" class="grid" />
      }
      <text [attr.x]="(left + width) / 2" [attr.y]="height - 1" text-anchor="middle">dilution by base metal, %</text>
      <text transform="rotate(-90)" [attr.x]="-(height - bottom) / 2" y="10" text-anchor="middle">FN</text>
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      max-width: 600px;
      height: auto;
    }
    .window {
      fill: var(--low-wash);
    }
    .window-label {
      fill: var(--low);
      font-weight: 650;
    }
    .band {
      fill: var(--accent);
      opacity: 0.22;
    }
    .median {
      fill: none;
      stroke: var(--accent);
      stroke-width: 2.2;
    }
    line {
      stroke: var(--line-strong);
    }
    .grid {
      stroke: var(--line);
    }
    text {
      fill: var(--ink-soft);
      font-family: var(--font-display);
      font-size: 11px;
    }
  `,
})
export class DilutionChart {
  readonly curve = input.required<DilutionCurve>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly left = LEFT;
  protected readonly bottom = BOTTOM;
  protected readonly x = scaleLinear([0, 1], [LEFT, WIDTH - 8]);
  protected readonly xTicks = [0, 0.2, 0.4, 0.6, 0.8, 1];
  private readonly top = computed(() =>
    Math.max(12, ...this.curve().points.map(({ ferriteNumber }) => ferriteNumber.range90[1])),
  );
  protected readonly y = computed(() => scaleSqrt([0, this.top()], [HEIGHT - BOTTOM, 8]));
  protected readonly yTicks = computed(() => [0, 3, 8, 15, 30, 60, 100].filter((tick) => tick <= this.top()));
  protected readonly band = computed(
    () =>
      area<DilutionCurve['points'][number]>(
        ({ dilution }) => this.x(dilution),
        ({ ferriteNumber }) => this.y()(ferriteNumber.range90[0]),
        ({ ferriteNumber }) => this.y()(ferriteNumber.range90[1]),
      )([...this.curve().points]) ?? '',
  );
  protected readonly median = computed(
    () =>
      line<DilutionCurve['points'][number]>(
        ({ dilution }) => this.x(dilution),
        ({ ferriteNumber }) => this.y()(ferriteNumber.median),
      )([...this.curve().points]) ?? '',
  );
  protected readonly window = computed(() => {
    const window = this.curve().window;
    return window && { x: this.x(window[0]), width: Math.max(2, this.x(window[1]) - this.x(window[0])) };
  });
  protected readonly words = computed(() => {
    const { window, rod } = this.curve();
    return window
      ? `Ferrite number of ${rod ?? 'no rod'} against dilution; the choice holds from ` +
          `${Math.round(100 * window[0])} to ${Math.round(100 * window[1])} % dilution.`
      : `Ferrite number of ${rod ?? 'no rod'} against dilution; there is no dilution at which bead cracking stays ` +
          'below high.';
  });
}
