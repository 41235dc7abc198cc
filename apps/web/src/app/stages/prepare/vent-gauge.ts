import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { formatLength, type LengthUnit, type VentAnswer } from '@variatum/metallurgy';
import { pressureWords } from '@variatum/presentation';
import { scaleLog } from 'd3-scale';
import { FrameSize } from '../../kit/frame-size';
import { Grip, type GripStep, type Pull } from '../../part/grip';

const SMALLEST = 0.8;
const LARGEST = 16;
const TICKS = [1, 2, 3, 4, 6, 8, 12] as const;
const STAND_WORDS = { sags: 'sags', flush: 'flush', 'blows-out': 'blows out' } as const;

/**
 * The vent as a gauge: from the hole that blows the pool out to the one that lets it sag, and where this one stands.
 */
@Component({
  selector: 'va-vent-gauge',
  imports: [Grip],
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg role="group" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height" [attr.aria-label]="words()">
      @let x = scale();
      @let zone = zones();
      <rect class="out" y="34" height="26" [attr.x]="zone.from" [attr.width]="zone.low - zone.from" />
      <rect class="flush" y="34" height="26" [attr.x]="zone.low" [attr.width]="zone.high - zone.low" />
      <rect class="sags" y="34" height="26" [attr.x]="zone.high" [attr.width]="zone.to - zone.high" />
      @if (zone.low - zone.from > 50) {
        <text class="zone" text-anchor="middle" y="51" [attr.x]="(zone.from + zone.low) / 2">blows out</text>
      }
      @if (zone.high - zone.low > 34) {
        <text class="zone" text-anchor="middle" y="51" [attr.x]="(zone.low + zone.high) / 2">flush</text>
      }
      @if (zone.to - zone.high > 34) {
        <text class="zone" text-anchor="middle" y="51" [attr.x]="(zone.high + zone.to) / 2">sags</text>
      }
      @for (tick of ticks; track tick) {
        <text class="tick" text-anchor="middle" y="76" [attr.x]="x(tick)">{{ bare(tick) }}</text>
      }
      @if (holeMm(); as hole) {
        <g
          vaGrip
          class="needle grip"
          aria-label="Vent hole"
          [attr.aria-valuemin]="smallest"
          [attr.aria-valuemax]="largest"
          [attr.aria-valuenow]="hole.toFixed(1)"
          [attr.aria-valuetext]="format(hole) + ', ' + stand()"
          (pulled)="pull($event)"
          (dropped)="settled.emit(hole)"
          (stepped)="step($event)"
        >
          <rect class="reach" y="4" width="44" height="66" [attr.x]="x(hole) - 22" />
          <path [attr.d]="'M' + x(hole) + ' 62V30l-7 -12h14l-7 12'" />
        </g>
        <text class="hole" text-anchor="middle" y="13" [attr.x]="label()">{{ format(hole) }} · {{ pressure() }}</text>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      height: 84px;
      position: relative;
      overflow: hidden;
    }
    svg {
      position: absolute;
      width: 100%;
      height: 100%;
      touch-action: none;
      font-family: var(--font-display);
    }
    .out {
      fill: var(--high-wash);
    }
    .flush {
      fill: var(--low-wash);
      stroke: var(--low);
      stroke-width: 2;
    }
    .sags {
      fill: var(--watch-wash);
    }
    text {
      font-size: 12px;
      fill: var(--ink);
    }
    .tick {
      fill: var(--ink-soft);
      font-size: 11px;
    }
    .hole {
      font-weight: 650;
    }
    .needle {
      cursor: grab;
      outline: none;
    }
    .needle path {
      fill: var(--accent);
      stroke: var(--accent);
      stroke-width: 2.5;
      stroke-linejoin: round;
    }
    .reach {
      fill: transparent;
      pointer-events: all;
    }
    .needle:focus-visible .reach {
      stroke: var(--tint-straw);
      stroke-width: 3;
    }
  `,
})
export class VentGauge {
  readonly answer = input.required<VentAnswer>();
  /** One hole as large as all vents together, mm; null: there is none. */
  readonly holeMm = input.required<number | null>();
  readonly unit = input<LengthUnit>('mm');
  /** Pulled to a hole. */
  readonly pulled = output<number>();
  readonly settled = output<number>();

  protected readonly size = inject(FrameSize).value;
  protected readonly ticks = TICKS;
  protected readonly smallest = SMALLEST;
  protected readonly largest = LARGEST;
  protected readonly scale = computed(() =>
    scaleLog([SMALLEST, LARGEST], [8, Math.max(60, this.size().width - 8)]).clamp(true),
  );
  protected readonly zones = computed(() => {
    const [x, window] = [this.scale(), this.answer().window];
    const [from, to] = [x(SMALLEST), x(LARGEST)];
    // No hole keeps it flush: it goes from one fault to the other.
    const low = window ? x(window.holeMm[0]) : (from + to) / 2;
    return { from, low, high: window ? x(window.holeMm[1] ?? LARGEST) : low, to };
  });
  protected readonly stand = computed(() => STAND_WORDS[this.answer().stand]);
  protected readonly pressure = computed(() => pressureWords(this.answer().pressurePa));
  protected readonly label = computed(() =>
    Math.min(this.size().width - 60, Math.max(60, this.scale()(this.holeMm() ?? 4))),
  );
  protected readonly words = computed(() => {
    const { window } = this.answer();
    const range = window
      ? `flush from ${this.format(window.holeMm[0])} to ` +
        (window.holeMm[1] === null ? 'any size' : this.format(window.holeMm[1]))
      : 'no hole keeps it flush';
    return `Vent hole: ${range}; this one: ${this.stand()}`;
  });

  protected format(mm: number): string {
    return formatLength(Math.round(mm * 10) / 10, this.unit());
  }

  protected bare(mm: number): string {
    return this.format(mm).replace(/ (?:mm|in)$/, '');
  }

  protected pull({ to }: Pull): void {
    this.pulled.emit(rounded(this.scale().invert(to[0])));
  }

  protected step({ direction, large }: GripStep): void {
    const next = rounded((this.holeMm() ?? 4) + direction * (large ? 1 : 0.1));
    this.pulled.emit(next);
    this.settled.emit(next);
  }
}

const rounded = (mm: number): number => Math.round(Math.min(LARGEST, Math.max(SMALLEST, mm)) * 10) / 10;
