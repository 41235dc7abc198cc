import type { ShellGrid } from './shell';
import type { WeldPlan } from './weld-plan';

/** What the torch's gas covers. */
export interface GasCoverOfTorch {
  /** Bore of the cup, mm. */
  readonly cupMm: number;
  /** Length of a trailing cup behind it, mm; 0 for none. */
  readonly trailingMm: number;
  readonly postFlowS: number;
}

interface TorchPlace {
  readonly run: number;
  readonly atMm: number;
}

/** Below this nothing colours, and no cell need be looked at, °C. */
const COLOURLESS_C = 240;

/** Keeps how hot each cell was while no torch gas covered it. */
export class GasCover {
  readonly bareC: Float64Array;
  /** Places where the torch stays after its arc, and until when, s. */
  private readonly left: { readonly atMm: number; readonly untilS: number }[] = [];

  constructor(
    private readonly grid: ShellGrid,
    private readonly torch: GasCoverOfTorch,
    startC: number,
  ) {
    this.bareC = new Float64Array(grid.alongCount * grid.rowCount).fill(startC);
  }

  /** The arc went out here: gas flows on over the crater. */
  leave(atMm: number, nowS: number): void {
    this.left.push({ atMm, untilS: nowS + this.torch.postFlowS });
  }

  /** Looks at the metal after a step. */
  look(nowS: number, temperature: Float64Array, torches: readonly TorchPlace[], plan: WeldPlan): void {
    const { grid, bareC } = this;
    const { alongCount, rowCount } = grid;
    const covers = this.coversAt(nowS, torches, plan);
    for (let row = 0; row < rowCount; row++) {
      const across = Math.abs(grid.acrossMm[row] as number);
      for (let place = 0; place < alongCount; place++) {
        const cell = row * alongCount + place;
        const now = temperature[cell] as number;
        if (now < COLOURLESS_C || now <= (bareC[cell] as number)) continue;
        if (!this.isCovered(across, grid.alongMm[place] as number, covers)) bareC[cell] = now;
      }
    }
  }

  private coversAt(nowS: number, torches: readonly TorchPlace[], plan: WeldPlan): Cover[] {
    const covers: Cover[] = this.left.flatMap(({ atMm, untilS }) => (untilS > nowS ? [{ atMm, trailMm: 0 }] : []));
    for (const { run, atMm } of torches) {
      if (run < 0) continue;
      const { fromMm, toMm } = plan.runs[run]!;
      const goes = Math.sign(toMm - fromMm);
      covers.push({ atMm, trailMm: -goes * this.torch.trailingMm });
    }
    return covers;
  }

  private isCovered(acrossMm: number, alongMm: number, covers: readonly Cover[]): boolean {
    const radius = this.torch.cupMm / 2;
    if (acrossMm > radius) return false;
    const { grid } = this;
    const length = grid.shell.lengthMm;
    for (const { atMm, trailMm } of covers) {
      let away = alongMm - atMm;
      if (grid.closed) away -= length * Math.round(away / length);
      if (away * away + acrossMm * acrossMm <= radius * radius) return true;
      if (trailMm !== 0 && away * Math.sign(trailMm) >= 0 && Math.abs(away) <= Math.abs(trailMm)) return true;
    }
    return false;
  }
}

interface Cover {
  readonly atMm: number;
  /** How far behind the torch it reaches, mm, with its sign along the seam. */
  readonly trailMm: number;
}
