import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import {
  SCHAEFFLER_FIELDS,
  SCHAEFFLER_ISO_LINES,
  WRC1992_ISO_LINES,
  WRC1992_MODE_BORDERS,
  type DiagramPosition,
  type PoolCloud,
} from '@variatum/metallurgy';
import { contourDensity } from 'd3-contour';
import { scaleLinear } from 'd3-scale';
import { ChoiceGroup } from '../kit/fields';
import { geoPathOf, lineOf, WINDOWS, type DiagramName, type Window } from './map-geometry';

interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

const WIDTH = 640;
const HEIGHT = 400;
const MARGIN = { left: 46, right: 14, top: 12, bottom: 40 };
const LABELLED_FERRITE = new Set([0, 4, 8, 12, 20, 30, 50, 75, 100]);
const SHOWN_PIECE_FROM = 0.04;

/** Constitution map: iso-ferrite lines, cloud of pools, and tie lines from the pieces over the melted base to the rod. */
@Component({
  selector: 'va-constitution-map',
  imports: [ChoiceGroup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row head">
      <h3>Constitution map</h3>
      <va-choice-group label="Diagram" quiet [options]="names" [value]="diagram()" (chosen)="chosen.set($event)" />
    </div>
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="words()">
      <defs>
        <clipPath id="map-clip">
          <rect [attr.x]="plot.left" [attr.y]="plot.top" [attr.width]="plot.width" [attr.height]="plot.height" />
        </clipPath>
      </defs>
      <g clip-path="url(#map-clip)">
        @for (field of fields(); track field.name) {
          <path [attr.d]="field.path" class="field" />
        }
        @for (iso of isoLines(); track iso.value) {
          <path [attr.d]="iso.path" class="iso" [class.zero]="iso.value === 0" />
        }
        @for (border of borders(); track border.name) {
          <path [attr.d]="border.path" class="border" />
        }
        @for (band of bands(); track $index) {
          <path [attr.d]="band" class="band" />
        }
        @for (dot of dots(); track $index) {
          <circle [attr.cx]="dot.x" [attr.cy]="dot.y" r="1.8" class="dot" />
        }
        @for (tie of ties(); track $index) {
          <line
            [attr.x1]="tie.x1"
            [attr.y1]="tie.y1"
            [attr.x2]="tie.x2"
            [attr.y2]="tie.y2"
            class="tie"
            [class.rod]="tie.rod"
          />
        }
        @for (piece of pieceMarks(); track $index) {
          <g [attr.data-piece]="piece.piece" [style.opacity]="piece.opacity">
            <rect [attr.x]="piece.x - 5" [attr.y]="piece.y - 5" width="10" height="10" class="piece" />
          </g>
        }
        @if (fillerMark(); as mark) {
          <path [attr.d]="'M' + (mark.x - 8) + ' ' + mark.y + 'l8 -8 8 8 -8 8Z'" class="filler" />
        }
      </g>
      @for (label of isoLabels(); track label.text) {
        <text [attr.x]="label.x" [attr.y]="label.y" class="iso-label">{{ label.text }}</text>
      }
      @for (label of fieldLabels(); track $index) {
        <text [attr.x]="label.x" [attr.y]="label.y" class="field-label">{{ label.text }}</text>
      }
      @for (label of markLabels(); track $index) {
        <text [attr.x]="label.x" [attr.y]="label.y" class="mark-label">{{ label.text }}</text>
      }
      <g class="axis">
        @for (tick of xTicks(); track tick.value) {
          <line [attr.x1]="tick.at" [attr.x2]="tick.at" [attr.y1]="plot.bottom" [attr.y2]="plot.bottom + 5" />
          <text [attr.x]="tick.at" [attr.y]="plot.bottom + 18" text-anchor="middle">{{ tick.value }}</text>
        }
        @for (tick of yTicks(); track tick.value) {
          <line [attr.y1]="tick.at" [attr.y2]="tick.at" [attr.x1]="plot.left - 5" [attr.x2]="plot.left" />
          <text [attr.x]="plot.left - 8" [attr.y]="tick.at + 4" text-anchor="end">{{ tick.value }}</text>
        }
        <rect
          [attr.x]="plot.left"
          [attr.y]="plot.top"
          [attr.width]="plot.width"
          [attr.height]="plot.height"
          class="frame"
        />
        <text [attr.x]="plot.left + plot.width / 2" [attr.y]="height - 6" text-anchor="middle">
          {{ window().xTitle }}
        </text>
        <text transform="rotate(-90)" [attr.x]="-(plot.top + plot.height / 2)" y="13" text-anchor="middle">
          {{ window().yTitle }}
        </text>
      </g>
    </svg>
    <p class="small soft key">
      <span class="swatch square"></span>
      base metal
      <span class="swatch diamond"></span>
      rod
      <span class="swatch cloud"></span>
      where the pool may lie
      <span class="swatch line"></span>
      tie line
      @if (diagram() === 'wrc') {
        <span class="swatch dashed"></span>
        freezes as A austenite, AF or FA both, F ferrite first
      }
      @if (offMap().length > 0) {
        <span>· off this map: {{ offMap().join(', ') }}</span>
      }
    </p>
  `,
  styles: `
    :host {
      display: block;
    }
    .head {
      justify-content: space-between;
      margin-bottom: var(--space-2);
    }
    .choice.small {
      min-height: 36px;
      font-size: var(--size-small);
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
      background: var(--raised);
      border-radius: var(--corner);
    }
    .field {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 1;
    }
    .iso {
      fill: none;
      stroke: var(--line-strong);
      stroke-width: 0.8;
      opacity: 0.7;
    }
    .iso.zero {
      stroke-width: 1.8;
      opacity: 1;
    }
    .border {
      fill: none;
      stroke: var(--tint-purple);
      stroke-width: 1.2;
      stroke-dasharray: 6 4;
      opacity: 0.75;
    }
    .band {
      fill: var(--tint-straw);
      opacity: 0.24;
    }
    .dot {
      fill: var(--tint-gold);
      opacity: 0.55;
    }
    .tie {
      stroke: var(--ink-soft);
      stroke-width: 1.2;
      stroke-dasharray: 2 3;
    }
    .tie.rod {
      stroke: var(--ink);
      stroke-width: 1.6;
      stroke-dasharray: none;
    }
    .piece {
      fill: var(--piece-1);
      stroke: var(--raised);
      stroke-width: 1.5;
    }
    [data-piece='1'] .piece {
      fill: var(--piece-2);
    }
    [data-piece='2'] .piece {
      fill: var(--piece-3);
    }
    [data-piece='3'] .piece {
      fill: var(--piece-4);
    }
    .filler {
      fill: var(--tint-purple);
      stroke: var(--raised);
      stroke-width: 1.5;
    }
    text {
      fill: var(--ink-soft);
      font-family: var(--font-display);
      font-size: 12px;
    }
    .iso-label {
      font-size: 11px;
    }
    .field-label {
      font-size: 13px;
      letter-spacing: 0.06em;
      font-weight: 600;
      opacity: 0.75;
    }
    .mark-label {
      fill: var(--ink);
      font-size: 13px;
      font-weight: 650;
      paint-order: stroke;
      stroke: var(--raised);
      stroke-width: 3px;
    }
    .axis line {
      stroke: var(--line-strong);
    }
    .frame {
      fill: none;
      stroke: var(--line-strong);
    }
    .key {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
      margin-top: var(--space-2);
    }
    .swatch {
      display: inline-block;
      width: 11px;
      height: 11px;
      background: var(--piece-1);
      margin-left: 6px;
    }
    .swatch.diamond {
      background: var(--tint-purple);
      transform: rotate(45deg);
      width: 9px;
      height: 9px;
    }
    .swatch.cloud {
      background: var(--tint-straw);
      border-radius: 50%;
    }
    .swatch.dashed {
      height: 0;
      width: 18px;
      background: none;
      border-top: 2px dashed var(--tint-purple);
    }
    .swatch.line {
      height: 2px;
      width: 18px;
      background: var(--ink);
    }
  `,
})
export class ConstitutionMap {
  readonly cloud = input.required<PoolCloud>();

  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly plot = {
    left: MARGIN.left,
    top: MARGIN.top,
    width: WIDTH - MARGIN.left - MARGIN.right,
    height: HEIGHT - MARGIN.top - MARGIN.bottom,
    bottom: HEIGHT - MARGIN.bottom,
  };
  protected readonly names = [
    { value: 'wrc', title: 'WRC-1992' },
    { value: 'schaeffler', title: 'Schaeffler' },
  ] as const;

  /** Diagram chosen by hand; until then the one that shows every likely piece. */
  protected readonly chosen = signal<DiagramName | null>(null);
  protected readonly diagram = computed<DiagramName>(
    () =>
      this.chosen() ??
      (this.likely().every(({ position }) => this.inside(position.wrc, WINDOWS.wrc)) ? 'wrc' : 'schaeffler'),
  );
  protected readonly window = computed<Window>(() => WINDOWS[this.diagram()]);
  private readonly x = computed(() =>
    scaleLinear([...this.window().x], [this.plot.left, this.plot.left + this.plot.width]),
  );
  private readonly y = computed(() => scaleLinear([...this.window().y], [this.plot.bottom, this.plot.top]));
  private readonly likely = computed(() =>
    this.cloud().pieces.filter(({ probability }) => probability >= SHOWN_PIECE_FROM),
  );

  protected readonly xTicks = computed(() =>
    this.x()
      .ticks(8)
      .map((value) => ({ value, at: this.x()(value) })),
  );
  protected readonly yTicks = computed(() =>
    this.y()
      .ticks(6)
      .map((value) => ({ value, at: this.y()(value) })),
  );
  protected readonly isoLines = computed(() =>
    (this.diagram() === 'wrc'
      ? WRC1992_ISO_LINES.filter(({ value }) => value <= 30 || value % 10 === 0)
      : SCHAEFFLER_ISO_LINES
    ).map(({ value, points }) => ({
      value,
      path: lineOf(points, this.x(), this.y()),
    })),
  );
  protected readonly borders = computed(() =>
    this.diagram() === 'wrc'
      ? WRC1992_MODE_BORDERS.map(({ name, points }) => ({ name, path: lineOf(points, this.x(), this.y()) }))
      : [],
  );
  protected readonly fields = computed(() =>
    this.diagram() === 'wrc'
      ? []
      : SCHAEFFLER_FIELDS.map(({ name, polygon }) => ({ name, path: `${lineOf(polygon, this.x(), this.y())}Z` })),
  );
  protected readonly fieldLabels = computed<Label[]>(() => {
    const texts: readonly (readonly [number, number, string])[] =
      this.diagram() === 'wrc'
        ? [
            [18.4, 16.6, 'A'],
            [23.75, 17.4, 'AF'],
            [26.6, 16.9, 'FA'],
            [28.4, 11.2, 'F'],
          ]
        : [
            [12, 24, 'AUSTENITE'],
            [5.5, 9, 'MARTENSITE'],
            [9, 15.5, 'A + M'],
            [30, 6, 'FERRITE'],
            [30, 18.5, 'A + F'],
            [12.6, 3, 'M + F'],
            [16.6, 7.8, 'A + M + F'],
          ];
    return texts.map(([x, y, text]) => ({ x: this.x()(x), y: this.y()(y), text }));
  });
  protected readonly isoLabels = computed<Label[]>(() => {
    const [, right] = this.window().x;
    return (
      this.diagram() === 'wrc'
        ? WRC1992_ISO_LINES.filter(({ value }) => LABELLED_FERRITE.has(value))
        : SCHAEFFLER_ISO_LINES
    ).flatMap(({ value, points }) => {
      const end = points[points.length - 1];
      if (!end) return [];
      const unit = this.diagram() === 'wrc' ? '' : ' %';
      return [
        {
          x: Math.min(this.x()(Math.min(end[0], right)) - 4, WIDTH - 34),
          y: Math.max(this.plot.top + 11, this.y()(end[1]) + 3),
          text: `${value}${unit}`,
        },
      ];
    });
  });

  private at(position: DiagramPosition): { x: number; y: number } {
    const [cr, ni] = position[this.diagram()];
    return { x: this.x()(cr), y: this.y()(ni) };
  }

  private inside([cr, ni]: readonly [number, number], { x, y }: Window): boolean {
    return cr >= x[0] && cr <= x[1] && ni >= y[0] && ni <= y[1];
  }

  protected readonly dots = computed(() =>
    this.cloud()
      .pools.slice(0, 90)
      .map((point) => this.at(point)),
  );
  protected readonly bands = computed(() => {
    const points = this.cloud().pools.map((point) => this.at(point));
    return contourDensity<{ x: number; y: number }>()
      .x(({ x }) => x)
      .y(({ y }) => y)
      .size([WIDTH, HEIGHT])
      .bandwidth(9)
      .thresholds(4)(points)
      .map(geoPathOf);
  });
  protected readonly pieceMarks = computed(() =>
    this.likely().map(({ piece, grade, probability, position }) => ({
      piece,
      grade,
      opacity: 0.35 + 0.65 * probability,
      ...this.at(position),
    })),
  );
  protected readonly fillerMark = computed(() => {
    const { filler } = this.cloud();
    return filler ? this.at(filler) : null;
  });
  /** Middle of the melted base: the pools without their rod lie about the leading candidates of the pieces. */
  private readonly melted = computed(() => {
    const leaders = new Map<number, { x: number; y: number; weight: number }>();
    for (const { piece, probability, position } of this.cloud().pieces) {
      const { x, y } = this.at(position);
      const sum = leaders.get(piece) ?? { x: 0, y: 0, weight: 0 };
      leaders.set(piece, { x: sum.x + probability * x, y: sum.y + probability * y, weight: sum.weight + probability });
    }
    const centres = [...leaders.values()].map(({ x, y, weight }) => ({ x: x / weight, y: y / weight }));
    return {
      x: centres.reduce((sum, { x }) => sum + x, 0) / centres.length,
      y: centres.reduce((sum, { y }) => sum + y, 0) / centres.length,
      centres,
    };
  });
  protected readonly ties = computed(() => {
    const { x, y, centres } = this.melted();
    const filler = this.fillerMark();
    const between =
      centres.length > 1 ? centres.map((centre) => ({ x1: centre.x, y1: centre.y, x2: x, y2: y, rod: false })) : [];
    return filler ? [...between, { x1: x, y1: y, x2: filler.x, y2: filler.y, rod: true }] : between;
  });
  protected readonly markLabels = computed<Label[]>(() => {
    const seen = new Set<string>();
    const leaders = this.likely().filter(({ piece, grade }) => {
      const first = this.likely().find((candidate) => candidate.piece === piece);
      if (first?.grade !== grade || seen.has(grade)) return false;
      seen.add(grade);
      return true;
    });
    const labels = leaders
      .filter(({ position }) => this.inside(position[this.diagram()], this.window()))
      .map(({ grade, position }) => {
        const { x, y } = this.at(position);
        return { x: Math.min(x + 9, WIDTH - 70), y: y + 16, text: grade };
      });
    const filler = this.fillerMark();
    return filler
      ? [...labels, { x: Math.min(filler.x + 11, WIDTH - 84), y: filler.y - 8, text: this.cloud().rod ?? '' }]
      : labels;
  });
  protected readonly offMap = computed(() => {
    const { filler, rod } = this.cloud();
    const names = this.likely()
      .filter(({ position }) => !this.inside(position[this.diagram()], this.window()))
      .map(({ grade }) => grade);
    if (filler && !this.inside(filler[this.diagram()], this.window())) names.push(rod ?? '');
    return [...new Set(names)];
  });
  protected readonly words = computed(() => {
    const numbers = this.cloud()
      .pools.map(({ ferriteNumber }) => ferriteNumber)
      .sort((left, right) => left - right);
    const at = (share: number): number => Math.round(numbers[Math.floor(share * (numbers.length - 1))] ?? 0);
    return `Constitution map after ${this.window().title}. Rod ${this.cloud().rod ?? 'none'}; pools from ferrite number ${at(0.05)} to ${at(0.95)}, middle ${at(0.5)}.`;
  });
}
