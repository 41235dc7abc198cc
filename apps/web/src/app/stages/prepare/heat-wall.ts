import { ChangeDetectionStrategy, Component, computed, effect, inject, input, viewChild } from '@angular/core';
import type { ElementRef } from '@angular/core';
import type { WallHeat } from '@variatum/metallurgy';
import { FrameSize } from '../../kit/frame-size';
import { HEAT_TABLE, heatIndex } from './heat-colours';

/** Metal that is shown on either side of the seam: so many times the thicker wall, mm at least and at most. */
const BESIDE_WALLS = 2;
const BESIDE_MM = [12, 45] as const;
const FINE = 260;

/** The wall cut through, both sides laid level: how hot each place became, and where it melted. */
@Component({
  selector: 'va-heat-wall',
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let drawn = frame();
    <canvas
      #canvas
      aria-hidden="true"
      [style.left.px]="drawn.left"
      [style.top.px]="drawn.top"
      [style.width.px]="drawn.width"
      [style.height.px]="drawn.height"
    ></canvas>
    <svg role="img" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      @for (side of drawn.sides; track $index) {
        <rect
          class="metal"
          [attr.x]="side.x"
          [attr.y]="drawn.top"
          [attr.width]="side.width"
          [attr.height]="side.height"
        />
        <text [attr.text-anchor]="side.anchor" [attr.x]="side.textX" [attr.y]="drawn.top + side.height + 16">
          {{ side.words }}
        </text>
      }
      <path
        class="seam"
        [attr.d]="'M' + drawn.middle + ' ' + (drawn.top - 10) + 'V' + (drawn.top + drawn.height + 6)"
      />
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: var(--raised);
    }
    canvas,
    svg {
      position: absolute;
    }
    svg {
      inset: 0;
      width: 100%;
      height: 100%;
      font-family: var(--font-display);
    }
    .metal {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .seam {
      stroke: var(--ink);
      stroke-dasharray: 3 4;
      fill: none;
    }
    text {
      fill: var(--ink);
      font-size: 12px;
    }
  `,
})
export class HeatWall {
  readonly wall = input.required<WallHeat>();
  /** Letters of the pieces on either side. */
  readonly letters = input<readonly [string, string]>(['', '']);
  protected readonly size = inject(FrameSize).value;
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  private readonly besideMm = computed(() => {
    const [least, most] = BESIDE_MM;
    return Math.min(most, Math.max(least, BESIDE_WALLS * Math.max(...this.wall().thicknessMm)));
  });
  /** The cut to one scale across and down, in the middle of its frame, px. */
  protected readonly frame = computed(() => {
    const { width, height } = this.size();
    const { thicknessMm, meltedMm } = this.wall();
    const [beside, thick] = [this.besideMm(), Math.max(...thicknessMm)];
    const scale = Math.max(1, Math.min((width - 16) / (2 * beside), (height - 44) / thick));
    const [middle, top] = [width / 2, 16];
    const sides = ([0, 1] as const).map((side) => ({
      x: side === 0 ? middle - beside * scale : middle,
      width: beside * scale,
      height: thicknessMm[side] * scale,
      textX: middle + (side === 0 ? -8 : 8),
      anchor: side === 0 ? 'end' : 'start',
      words: `${this.letters()[side]} ${thicknessMm[side]} mm, ${meltWords(meltedMm[side], thicknessMm[side])}`,
    }));
    return { left: middle - beside * scale, top, width: 2 * beside * scale, height: thick * scale, middle, sides };
  });
  protected readonly label = computed(() => {
    const { pass, metC } = this.wall();
    return `Through the wall, pass ${pass + 1} on metal of ${Math.round(metC)} °C: ${this.frame()
      .sides.map(({ words }) => words)
      .join('; ')}`;
  });

  constructor() {
    effect(() => this.paint());
  }

  private paint(): void {
    const { acrossMm, depthMm, peakC, thicknessMm, solidusC } = this.wall();
    const [beside, thick] = [this.besideMm(), Math.max(...thicknessMm)];
    const down = Math.max(1, Math.round((FINE * thick) / (2 * beside)));
    const element = this.canvas().nativeElement;
    [element.width, element.height] = [FINE, down];
    const context = element.getContext('2d');
    if (!context) return;
    const image = context.createImageData(FINE, down);
    const places = depthMm.length;
    for (let x = 0; x < FINE; x++) {
      const across = ((x + 0.5) / FINE - 0.5) * 2 * beside;
      const side = across < 0 ? 0 : 1;
      const [row, nextRow, rowShare] = between(acrossMm, across, (one) => one < 0 === across < 0);
      for (let y = 0; y < down; y++) {
        const depth = ((y + 0.5) / down) * thick;
        if (depth > thicknessMm[side]) break;
        const [place, nextPlace, placeShare] = between(depthMm, depth, (one) => one < thicknessMm[side]);
        const at = (one: number, other: number): number => peakC[one * places + other] as number;
        const upper = at(row, place) * (1 - rowShare) + at(nextRow, place) * rowShare;
        const lower = at(row, nextPlace) * (1 - rowShare) + at(nextRow, nextPlace) * rowShare;
        const temperatureC = upper * (1 - placeShare) + lower * placeShare;
        const from = heatIndex(temperatureC >= solidusC[side] ? MOLTEN_C : Math.min(temperatureC, HOTTEST_SOLID_C));
        const pixel = 4 * (y * FINE + x);
        for (let part = 0; part < 3; part++) image.data[pixel + part] = HEAT_TABLE[from + part] as number;
        image.data[pixel + 3] = 255;
      }
    }
    context.putImageData(image, 0, 0);
  }
}

/** What melted stands out white; what did not never does. */
const MOLTEN_C = 1500;
const HOTTEST_SOLID_C = 1220;

const meltWords = (meltedMm: number, thicknessMm: number): string =>
  meltedMm === 0
    ? 'not molten'
    : meltedMm >= thicknessMm - 0.05
      ? 'molten through'
      : `about ${meltedMm.toFixed(1)} molten`;

/**
 * Two cells a place lies between, and its share of the way from the first to the second; the same twice at an end.
 * @param belongs whether a cell is of the metal the place is of
 */
function between(
  middles: Float64Array,
  at: number,
  belongs: (middle: number) => boolean,
): readonly [number, number, number] {
  const found = middles.findIndex((middle) => middle >= at);
  const next = found < 0 ? middles.length - 1 : found;
  const last = Math.max(0, next - 1);
  const [from, to] = [middles[last] as number, middles[next] as number];
  if (!belongs(to)) return [last, last, 0];
  if (!belongs(from) || next === last) return [next, next, 0];
  return [last, next, Math.min(1, Math.max(0, (at - from) / (to - from)))];
}
