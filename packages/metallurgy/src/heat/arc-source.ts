import { exp } from '../arithmetic';
import { roundPlace, type ShellGrid } from './shell';

/** An arc as the simulation sees it. */
export interface ArcSource {
  /** Power that stays in the metal, W. */
  readonly powerW: number;
  readonly travelMmPerS: number;
  /** Distance from its middle within which 63 % of its heat falls, mm: the root of twice the variance of its bell. */
  readonly radiusMm: number;
  /** Where it is aimed across the seam, mm; positive on the second side. */
  readonly aimMm: number;
}

const SAMPLES = 4;

/** Heat of one or two moving arcs, laid on the cells it covers during a step: all of its power, wherever it falls. */
export class ArcFootprint {
  readonly cells: Int32Array;
  readonly watts: Float64Array;
  count = 0;
  private readonly alongShare: Float64Array;
  private readonly acrossShare: Float64Array;

  constructor(private readonly grid: ShellGrid) {
    const { alongCount, rowCount } = grid;
    this.cells = new Int32Array(2 * alongCount * rowCount);
    this.watts = new Float64Array(2 * alongCount * rowCount);
    this.alongShare = new Float64Array(alongCount);
    this.acrossShare = new Float64Array(rowCount);
  }

  clear(): void {
    this.count = 0;
  }

  /**
   * Adds an arc that goes from one place to another within the step, mm along the seam.
   * @param share of the step it burns
   */
  add(arc: ArcSource, fromMm: number, toMm: number, share: number): void {
    const { alongShare, acrossShare, grid } = this;
    const spread = arc.radiusMm / Math.SQRT2;
    const [firstPlace, lastPlace] = this.spreadAlong(fromMm, toMm, spread);
    let sum = 0;
    for (let row = 0; row < grid.rowCount; row++) {
      acrossShare[row] = bell(grid.acrossMm[row] as number, grid.widthMm[row] as number, arc.aimMm, spread);
      sum += acrossShare[row] as number;
    }
    for (let row = 0; row < grid.rowCount; row++) {
      const part = (acrossShare[row] as number) / sum;
      if (part < 1e-5) continue;
      for (let place = firstPlace; place <= lastPlace; place++) {
        const wrapped = roundPlace(place, grid.alongCount);
        this.cells[this.count] = row * grid.alongCount + wrapped;
        this.watts[this.count] = arc.powerW * share * part * (alongShare[wrapped] as number);
        this.count++;
      }
    }
  }

  /**
   * Shares of the heat along a row; they add up to 1. Answers the first and last place, which may lie beyond the ends
   * of a ring.
   */
  private spreadAlong(fromMm: number, toMm: number, spread: number): readonly [number, number] {
    const { grid, alongShare } = this;
    const { pitchMm, alongCount, closed } = grid;
    const start = (grid.alongMm[0] as number) - pitchMm / 2;
    const reach = 2.6 * spread;
    let first = Math.floor((Math.min(fromMm, toMm) - reach - start) / pitchMm);
    let last = Math.floor((Math.max(fromMm, toMm) + reach - start) / pitchMm);
    if (!closed)
      [first, last] = [Math.max(0, Math.min(alongCount - 1, first)), Math.min(alongCount - 1, Math.max(0, last))];
    last = Math.min(last, first + alongCount - 1);
    let sum = 0;
    for (let place = first; place <= last; place++) {
      let value = 0;
      for (let sample = 0; sample < SAMPLES; sample++) {
        const at = fromMm + ((sample + 0.5) / SAMPLES) * (toMm - fromMm);
        value += bell(start + (place + 0.5) * pitchMm, pitchMm, at, spread);
      }
      const wrapped = roundPlace(place, alongCount);
      alongShare[wrapped] = value;
      sum += value;
    }
    for (let place = first; place <= last; place++) {
      const wrapped = roundPlace(place, alongCount);
      alongShare[wrapped] = (alongShare[wrapped] as number) / sum;
    }
    return [first, last];
  }
}

/** Heat of a bell-shaped arc between the edges of a cell, up to a factor: three points of Simpson's rule. */
function bell(middle: number, width: number, center: number, spread: number): number {
  const at = (x: number): number => exp(-((x - center) * (x - center)) / (2 * spread * spread));
  return width * (at(middle - width / 2) + 4 * at(middle) + at(middle + width / 2));
}
