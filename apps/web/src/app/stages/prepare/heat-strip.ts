import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, viewChild } from '@angular/core';
import type { KeptBar } from '@variatum/contracts';
import type { WeldHeat } from '@variatum/metallurgy';
import type { ElementRef } from '@angular/core';
import { FrameSize } from '../../kit/frame-size';
import { Grip, type GripStep, type Pull } from '../../part/grip';
import { HEAT_TABLE, heatIndex, tintTable } from './heat-colours';
import type { HeatLayer } from './heat-play';

/** Metal that is shown on either side of the seam, mm. */
const BESIDE_MM = 45;
/** Pixels across that the picture of heat is reckoned in before it is stretched. */
const FINE = 120;
/** Metal that keeps no colour. */
const BRIGHT = tintTable(1000);
const STEP_MM = 1;
const LARGE_MM = 5;

/**
 * The metal on both sides of a seam laid flat, as hot as it is at a moment; chill bars are pulled nearer and farther.
 */
@Component({
  selector: 'va-heat-strip',
  imports: [Grip],
  hostDirectives: [FrameSize],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <canvas #canvas aria-hidden="true"></canvas>
    <svg role="group" [attr.aria-label]="label()" [attr.viewBox]="'0 0 ' + size().width + ' ' + size().height">
      <path class="seam" [attr.d]="'M0 ' + size().height / 2 + 'H' + size().width" />
      @for (torch of torches(); track $index) {
        <circle class="torch" r="6" [attr.cx]="torch" [attr.cy]="size().height / 2" />
      }
      @for (bar of drawnBars(); track bar.index) {
        <g
          vaGrip
          class="bar grip"
          [attr.aria-label]="'Chill bar ' + (bar.index + 1)"
          aria-valuemin="0"
          [attr.aria-valuemax]="beside"
          [attr.aria-valuenow]="bar.distanceMm"
          [attr.aria-valuetext]="bar.words"
          (pulled)="pull(bar.index, $event)"
          (dropped)="drop(bar.index)"
          (stepped)="step(bar.index, $event)"
        >
          <rect x="0" [attr.width]="size().width" [attr.y]="bar.y" [attr.height]="bar.height" />
          <text [attr.x]="size().width - 8" [attr.y]="bar.y + bar.height / 2 + 4">{{ bar.words }}</text>
        </g>
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      border: 1px solid var(--line);
      border-radius: var(--corner);
      background: rgb(226 222 210);
    }
    canvas,
    svg {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
    }
    svg {
      touch-action: none;
      font-family: var(--font-display);
    }
    .seam {
      stroke: #1b1b1b;
      stroke-width: 1;
      stroke-dasharray: 3 4;
      fill: none;
    }
    .torch {
      fill: #fff;
      stroke: #1b1b1b;
      stroke-width: 2;
    }
    .bar rect {
      fill: rgb(150 98 62 / 45%);
      stroke: #6b3f22;
      stroke-width: 1.5;
    }
    .bar text {
      fill: #1b1b1b;
      font-size: 12px;
      text-anchor: end;
    }
    .bar:focus-visible rect {
      stroke-width: 3;
    }
  `,
})
export class HeatStrip {
  readonly heat = input.required<WeldHeat>();
  /** Picture of the film that is shown; null: the hottest each place was. */
  readonly frame = input.required<number | null>();
  readonly layer = input<Exclude<HeatLayer, 'wall'>>('heat');
  readonly bars = input<readonly KeptBar[]>([]);
  /** A bar that is being pulled, and where it was let go, mm from the seam. */
  readonly barMoved = output<{ readonly index: number; readonly distanceMm: number; readonly settled: boolean }>();
  protected readonly size = inject(FrameSize).value;
  protected readonly beside = BESIDE_MM;
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private last: number | null = null;

  private readonly scale = computed(() => this.size().height / 2 / BESIDE_MM);
  protected readonly drawnBars = computed(() =>
    this.bars().map(({ side, distanceMm, widthMm, metal }, index) => {
      const [scale, middle] = [this.scale(), this.size().height / 2];
      const height = Math.max(14, widthMm * scale);
      const y = side === 0 ? middle - distanceMm * scale - height : middle + distanceMm * scale;
      return { index, distanceMm, y, height, words: `${metal}, ${Math.round(distanceMm)} mm from the seam` };
    }),
  );
  /** Row of the grid for each fine row of the picture. */
  private readonly rows = computed(() => {
    const { acrossMm, widthMm, rowCount } = this.heat();
    return Int32Array.from({ length: FINE }, (_, fine) => {
      const at = ((fine + 0.5) / FINE - 0.5) * 2 * BESIDE_MM;
      for (let row = 0; row < rowCount; row++)
        if (at < acrossMm[row]! + widthMm[row]! / 2) return at < acrossMm[row]! - widthMm[row]! / 2 ? -1 : row;
      return -1;
    });
  });
  private readonly map = computed<Float64Array | Int16Array>(() => {
    const { film, peakC, bareC } = this.heat();
    if (this.layer() !== 'heat') return this.layer() === 'outside' ? bareC : peakC;
    const frame = this.frame();
    return frame === null ? peakC : film.temperatures.subarray(frame * film.cells, (frame + 1) * film.cells);
  });
  /** Colours of temperatures on either side; with gas behind it the inside keeps none. */
  private readonly tables = computed(() => {
    const [layer, { sides }] = [this.layer(), this.heat()];
    if (layer === 'heat') return [HEAT_TABLE, HEAT_TABLE];
    return sides.map(({ chromium, inside }) =>
      layer === 'inside' && inside.length === 0 ? BRIGHT : tintTable(chromium),
    );
  });
  private readonly sideOfRow = computed(() => this.heat().acrossMm.map((at) => (at < 0 ? 0 : 1)));
  protected readonly torches = computed(() => {
    const { runs, film, lengthMm, alongMm, alongCount } = this.heat();
    const frame = this.frame();
    if (frame === null) return [];
    const now = film.seconds[frame] ?? 0;
    const pitch = (alongMm[1] ?? 1) - (alongMm[0] ?? 0);
    const start = (alongMm[0] ?? 0) - pitch / 2;
    return runs
      .filter(({ startS, endS }) => now >= startS && now < endS)
      .map(({ fromMm, toMm, startS, endS }) => {
        const at = fromMm + ((toMm - fromMm) * (now - startS)) / (endS - startS);
        const round = this.heat().closed ? ((at % lengthMm) + lengthMm) % lengthMm : at;
        return ((round - start) / (pitch * alongCount)) * this.size().width;
      });
  });
  private readonly hottest = computed(() => {
    let most = -Infinity;
    for (const value of this.map()) if (value > most) most = value;
    return most;
  });
  protected readonly label = computed(() => {
    const frame = this.frame();
    if (this.layer() !== 'heat')
      return this.layer() === 'outside' ? 'Colours the weld leaves outside' : 'Colours the weld leaves inside';
    const hottest = `hottest ${Math.round(Math.min(3000, this.hottest()))} °C`;
    return frame === null
      ? `Hottest each place beside the seam became, ${hottest}`
      : `Heat beside the seam after ${Math.round(this.heat().film.seconds[frame] ?? 0)} s, ${hottest}`;
  });

  constructor() {
    effect(() => this.paint());
  }

  private paint(): void {
    const { alongCount } = this.heat();
    const [map, rows, tables, sides] = [this.map(), this.rows(), this.tables(), this.sideOfRow()];
    const element = this.canvas().nativeElement;
    element.width = alongCount;
    element.height = FINE;
    const context = element.getContext('2d');
    if (!context) return;
    const image = context.createImageData(alongCount, FINE);
    for (let fine = 0; fine < FINE; fine++) {
      const row = rows[fine] as number;
      if (row < 0) continue;
      const table = tables[sides[row] as number] ?? HEAT_TABLE;
      for (let place = 0; place < alongCount; place++) {
        const from = heatIndex(map[row * alongCount + place] as number);
        const at = 4 * (fine * alongCount + place);
        image.data[at] = table[from] as number;
        image.data[at + 1] = table[from + 1] as number;
        image.data[at + 2] = table[from + 2] as number;
        image.data[at + 3] = 255;
      }
    }
    context.putImageData(image, 0, 0);
  }

  protected pull(index: number, { to }: Pull): void {
    const bar = this.bars()[index];
    if (!bar) return;
    const away = (bar.side === 0 ? -1 : 1) * (to[1] - this.size().height / 2) - (bar.widthMm * this.scale()) / 2;
    this.last = Math.round(Math.min(BESIDE_MM, Math.max(0, away / this.scale())));
    this.barMoved.emit({ index, distanceMm: this.last, settled: false });
  }

  protected drop(index: number): void {
    if (this.last !== null) this.barMoved.emit({ index, distanceMm: this.last, settled: true });
    this.last = null;
  }

  protected step(index: number, { direction, large }: GripStep): void {
    const bar = this.bars()[index];
    if (!bar) return;
    const outward = bar.side === 0 ? direction : -direction;
    const distanceMm = Math.min(BESIDE_MM, Math.max(0, bar.distanceMm + outward * (large ? LARGE_MM : STEP_MM)));
    this.barMoved.emit({ index, distanceMm, settled: true });
  }
}
