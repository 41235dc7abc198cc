import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  formatLength,
  LIMITS,
  withDepth,
  type JointFit,
  type LengthUnit,
  type Point,
  type SectionQuestion,
} from '@variatum/metallurgy';
import {
  aimAt,
  depthAt,
  type DrawnSize,
  FIT_TITLES,
  pulledSize,
  sectionPicture,
  sizeFigure,
  sizeInSection,
} from '@variatum/presentation';
import { FrameSize } from '../kit/frame-size';
import { newId } from '../kit/new-id';
import { Grip, type GripStep } from './grip';

/** How a pool was pulled. */
export interface PulledPool {
  readonly dilution: number;
  readonly shares: readonly number[];
}

/** A step of the keyboard and a large one, mm and degrees. */
const STEP = { mm: [0.1, 0.5], deg: [1, 5] } as const;
const stepOf = (unit: keyof typeof STEP, { direction, large }: GripStep): number =>
  direction * STEP[unit][large ? 1 : 0];

/** An edge as it was pulled. */
export interface PulledSize {
  readonly what: keyof JointFit;
  readonly value: number;
}

/** A joint cut across: the edge of the pool is pulled to say how much melts, the arc to say where it is aimed. */
@Component({
  selector: 'va-section-view',
  imports: [Grip],
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = picture();
    <svg role="group" [attr.aria-label]="words()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      <defs>
        @for (order of orders(); track $index) {
          <pattern
            [id]="hatch + $index"
            width="9"
            height="9"
            patternUnits="userSpaceOnUse"
            [attr.patternTransform]="'rotate(' + ($index % 2 === 0 ? 45 : -45) + ')'"
            [attr.data-piece]="order % 4"
          >
            <rect width="9" height="9" class="base" />
            <path d="M0 0V9" class="cut" />
          </pattern>
        }
      </defs>
      @for (metal of drawn.metals; track $index) {
        <path
          class="cutmetal"
          [class.unknown]="!metal.known"
          [attr.d]="metal.d"
          [attr.fill]="metal.side < 0 ? 'none' : 'url(#' + hatch + metal.side + ')'"
          [attr.data-piece]="(orders()[metal.side] ?? 0) % 4"
        />
      }
      <path class="deposit" [attr.d]="drawn.deposit" />
      @for (zone of drawn.zones; track $index) {
        <path class="zone" [attr.d]="zone.d" [attr.data-piece]="(orders()[zone.side] ?? 0) % 4" />
      }
      @if (drawn.crack) {
        <path class="crackline" [attr.d]="drawn.crack" />
      }
      @for (size of drawn.sizes; track size.what + size.side) {
        @if (size.what === 'thicknessMm' || !movable()) {
          <g class="size" [class.usual]="!size.said">
            @if (size.d) {
              <path [attr.d]="size.d" />
            }
            <text [attr.x]="size.at[0]" [attr.y]="size.at[1]" [style.text-anchor]="size.anchor">
              {{ sizeWords(size) }}
            </text>
          </g>
        } @else {
          <g
            vaGrip
            class="size grip"
            [class.usual]="!size.said"
            [attr.aria-label]="sizeNames[size.what]"
            [attr.aria-valuenow]="size.value.toFixed(2)"
            [attr.aria-valuetext]="sizeFigure(size)"
            (pulled)="resize(size, $event.by)"
            (dropped)="settleSize()"
            (stepped)="stepSize(size, $event)"
            (tapped)="sizeChosen.emit(size)"
          >
            @if (size.d) {
              <path [attr.d]="size.d" />
            }
            <rect
              class="reach"
              width="66"
              height="26"
              [attr.x]="size.at[0] - (size.anchor === 'middle' ? 33 : size.anchor === 'end' ? 60 : 6)"
              [attr.y]="size.at[1] - 17"
            />
            <text [attr.x]="size.at[0]" [attr.y]="size.at[1]" [style.text-anchor]="size.anchor">
              {{ sizeWords(size) }}
            </text>
          </g>
        }
      }
      @for (metal of drawn.metals; track $index) {
        @if (metal.side >= 0) {
          <text class="letter" [attr.x]="metal.at[0]" [attr.y]="metal.at[1] + 5" aria-hidden="true">
            {{ letters()[metal.side] }}
          </text>
        }
      }
      @if (movable()) {
        <g
          vaGrip
          class="torch grip"
          aria-valuemin="-1"
          aria-valuemax="1"
          aria-label="Where the arc is aimed"
          [attr.aria-valuenow]="aimValue()"
          [attr.aria-valuetext]="aimWords()"
          (pulled)="aim(aimAt(drawn, $event.to))"
          (stepped)="turn($event.direction)"
        >
          <path [attr.d]="drawn.arc.d" />
          <circle class="reach" [attr.cx]="drawn.arc.handle[0]" [attr.cy]="drawn.arc.handle[1]" r="22" />
          <circle [attr.cx]="drawn.arc.handle[0]" [attr.cy]="drawn.arc.handle[1]" r="9" />
        </g>
        @for (zone of drawn.zones; track $index) {
          <g
            vaGrip
            class="grip"
            aria-valuemin="0"
            [attr.aria-valuemax]="zone.deepestMm.toFixed(1)"
            [attr.aria-valuenow]="zone.depthMm.toFixed(2)"
            [attr.aria-valuetext]="format(zone.depthMm) + ' deep'"
            [attr.aria-label]="'How deep ' + (letters()[zone.side] || 'it') + ' is melted'"
            [attr.data-piece]="(orders()[zone.side] ?? 0) % 4"
            (pulled)="deepen($index, depthAt(drawn, $index, $event.to))"
            (dropped)="settle()"
            (stepped)="stepDepth($index, $event)"
          >
            <circle class="reach" [attr.cx]="zone.handle[0]" [attr.cy]="zone.handle[1]" r="22" />
            <circle class="knob" [attr.cx]="zone.handle[0]" [attr.cy]="zone.handle[1]" r="8" />
          </g>
        }
      }
    </svg>
    <div class="shares" aria-hidden="true">
      @for (share of bar(); track share.name) {
        <span
          [style.flex-grow]="share.part"
          [class.rod]="share.order < 0"
          [attr.data-piece]="share.order < 0 ? null : share.order % 4"
        ></span>
      }
    </div>
    <p class="small figure" data-testid="pool-shares">{{ shareWords() }}</p>
  `,
  styleUrl: './part.css',
  styles: `
    :host {
      display: grid;
      grid-template-rows: minmax(0, 1fr) auto auto;
      gap: 4px;
      min-height: 0;
      overflow: hidden;
    }
    svg {
      width: 100%;
      height: 100%;
      min-height: 0;
      touch-action: none;
    }
    .base {
      fill: color-mix(in srgb, var(--piece) 12%, var(--raised));
    }
    .cut {
      stroke: color-mix(in srgb, var(--piece) 45%, var(--raised));
      stroke-width: 1.1;
    }
    .cutmetal {
      stroke: color-mix(in srgb, var(--piece) 62%, var(--ink));
      stroke-width: 1.5;
      stroke-linejoin: round;
    }
    .cutmetal.unknown {
      stroke-dasharray: 7 4;
    }
    .deposit {
      fill: var(--tint-straw);
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .zone {
      fill: color-mix(in srgb, var(--tint-straw) 62%, color-mix(in srgb, var(--piece) 50%, var(--raised)));
      stroke: var(--ink);
      stroke-width: 1.2;
      stroke-dasharray: 4 3;
    }
    .crackline {
      fill: none;
      stroke: var(--do-not);
      stroke-width: 2;
    }
    .size path {
      fill: none;
      stroke: var(--ink-soft);
      stroke-width: 1;
    }
    .size text {
      font-size: 12px;
      pointer-events: auto;
      paint-order: stroke;
      stroke: var(--raised);
      stroke-width: 3px;
    }
    .usual text {
      fill: var(--ink-soft);
      font-style: italic;
    }
    .grip {
      cursor: grab;
      outline: none;
    }
    .grip .reach {
      fill: transparent;
      stroke: none;
      pointer-events: all;
    }
    .knob {
      fill: var(--accent);
      stroke: var(--raised);
      stroke-width: 2.5;
    }
    .torch path {
      stroke: var(--accent);
      stroke-width: 3;
      stroke-linecap: round;
    }
    .torch circle:not(.reach) {
      fill: var(--raised);
      stroke: var(--accent);
      stroke-width: 3;
    }
    .size.grip text {
      text-decoration: underline dotted;
      text-underline-offset: 3px;
    }
    .size.grip:focus-visible .reach {
      stroke: var(--tint-straw);
      stroke-width: 3;
    }
    .grip:focus-visible circle:not(.reach) {
      stroke: var(--tint-straw);
      stroke-width: 5;
    }
    .shares {
      display: flex;
      height: 8px;
      margin: 0 var(--space-3);
      border-radius: 2px;
      overflow: hidden;
    }
    .shares span {
      background: var(--piece);
      min-width: 1px;
      flex-basis: 0;
    }
    .shares .rod {
      background: var(--tint-straw);
    }
    p {
      padding: 0 var(--space-3) 4px;
    }
    /* Nothing is pulled on paper. */
    @media print {
      .knob,
      .torch {
        display: none;
      }
    }
  `,
})
export class SectionView {
  readonly question = input.required<SectionQuestion>();
  readonly aimedAt = input<number | undefined>(undefined);
  /** Letters of the pieces in the order of the joint, and their places among the pieces of the job. */
  readonly letters = input.required<readonly string[]>();
  readonly orders = input.required<readonly number[]>();
  readonly unit = input<LengthUnit>('mm');
  readonly movable = input(true);
  readonly pulled = output<PulledPool>();
  /** The pull has ended. */
  readonly settled = output<PulledPool>();
  readonly aimed = output<number | undefined>();
  readonly sizeChosen = output<DrawnSize>();
  /** An edge has been pulled to a size. */
  readonly resized = output<PulledSize>();

  protected readonly hatch = newId('cut');
  protected readonly size = inject(FrameSize).value;
  protected readonly sizeNames: Readonly<Record<string, string>> = FIT_TITLES;
  protected readonly aimAt = aimAt;
  protected readonly depthAt = depthAt;
  /** What is being pulled, and what it comes to so far. */
  private readonly pulling = signal<PulledPool | null>(null);
  /** An edge that is being pulled: where it began, and where it is. */
  private readonly sizing = signal<{ readonly from: DrawnSize; readonly now: PulledSize } | null>(null);

  private readonly shown = computed<SectionQuestion>(() => {
    const [question, sizing] = [this.question(), this.sizing()];
    const fit = sizing ? { ...question.fit, [sizing.now.what]: sizing.now.value } : question.fit;
    return { ...question, fit, ...(this.pulling() ?? {}) };
  });
  protected readonly picture = computed(() => {
    const { width, height } = this.size();
    // Bar and words stand below the drawing.
    return sectionPicture(this.shown(), this.aimedAt(), width, Math.max(80, height - 40));
  });
  protected readonly bar = computed(() => {
    const { dilution, shares } = this.shown();
    return [
      { name: 'rod', part: 1 - dilution, order: -1 },
      ...shares.map((share, index) => ({
        name: this.letters()[index] ?? '',
        part: dilution * share,
        order: this.orders()[index] ?? index,
      })),
    ];
  });
  protected readonly shareWords = computed(() =>
    this.bar()
      .map(({ name, part }) => `${name} ${Math.round(100 * part)} %`)
      .join(' · '),
  );
  protected readonly words = computed(
    () => `The joint in section, to scale: ${this.question().type}; of the pool ${this.shareWords()}`,
  );
  protected readonly aimValue = computed(() => {
    const [first] = this.picture().section.arc.sides;
    return this.aimedAt() === undefined ? 0 : this.aimedAt() === first ? -1 : 1;
  });
  protected readonly aimWords = computed(() => {
    const aimed = this.aimedAt();
    return aimed === undefined ? 'between them' : `at ${this.letters()[aimed] ?? ''}`;
  });

  protected format(mm: number): string {
    return formatLength(mm, this.unit());
  }

  protected sizeFigure(size: DrawnSize): string {
    return sizeFigure(size, this.unit());
  }

  protected sizeWords(size: DrawnSize): string {
    return sizeInSection(size, this.unit());
  }

  /** An edge is pulled: how it lies is shown at once, and said when the hand leaves it. */
  protected resize(size: DrawnSize, by: Point): void {
    if (size.what === 'thicknessMm') return;
    const from = this.sizing()?.from ?? size;
    this.sizing.set({ from, now: { what: size.what, value: pulledSize(this.picture(), from, by) } });
  }

  protected settleSize(): void {
    const now = this.sizing()?.now;
    this.sizing.set(null);
    if (now) this.resized.emit(now);
  }

  protected stepSize({ what, value }: DrawnSize, step: GripStep): void {
    if (what === 'thicknessMm') return;
    const [least, most] = LIMITS[what];
    const next = value + stepOf(what === 'bevelDeg' ? 'deg' : 'mm', step);
    this.resized.emit({ what, value: Math.min(most, Math.max(least, Math.round(next * 100) / 100)) });
  }

  protected turn(direction: number): void {
    const [first, second] = this.picture().section.arc.sides;
    const value = Math.min(1, Math.max(-1, this.aimValue() + direction));
    this.aim(value === 0 ? undefined : value < 0 ? first : second);
  }

  protected stepDepth(index: number, step: GripStep): void {
    const zone = this.picture().zones[index];
    if (!zone) return;
    this.deepen(index, Math.min(zone.deepestMm, Math.max(0, zone.depthMm + stepOf('mm', step))));
    this.settle();
  }

  protected aim(aimed: number | undefined): void {
    if (aimed !== this.aimedAt()) this.aimed.emit(aimed);
  }

  protected deepen(zone: number, depthMm: number): void {
    const pulled = withDepth(this.picture().section, zone, depthMm, this.shown().shares);
    this.pulling.set(pulled);
    this.pulled.emit(pulled);
  }

  /** Hands on what was pulled; from then on what is kept is shown. */
  protected settle(): void {
    const pulled = this.pulling();
    this.pulling.set(null);
    if (pulled) this.settled.emit(pulled);
  }
}
