import data from '../../data/heat.json';
import thermal from '../../data/thermal.json';
import { exp } from '../arithmetic';
import type { ArcSource } from './arc-source';
import { enthalpyTable } from './enthalpy-table';
import { HeatField, type HeatBalance } from './heat-field';
import { sectionGrid, type SectionGrid, type SectionSide } from './section-grid';

/** A joint cut across, and the passes that go over it. */
export interface SectionHeatQuestion {
  readonly sides: readonly [SectionSide, SectionSide];
  /** Arc of each pass, one after another. */
  readonly passes: readonly ArcSource[];
  /** Between passes it waits until the middle of the joint is below this, °C; null: only `restS`. */
  readonly interpassC: number | null;
  readonly restS: number;
  readonly startC: number;
  readonly ambientC: number;
  /** Temperatures whose seconds are counted, °C. */
  readonly window: readonly [number, number];
  /** How long it is watched after the last pass, s. */
  readonly watchS: number;
  readonly nearMm?: number | undefined;
  readonly insulated?: boolean | undefined;
}

/** What happened to the section. Maps hold a figure for each cell. */
export interface SectionHeatHistory {
  readonly grid: SectionGrid;
  readonly peakC: Float64Array;
  readonly endC: Float64Array;
  readonly secondsWithin: Float64Array;
  /** When the arc of each pass stood over the section, s, and the temperature in the middle just before. */
  readonly passes: readonly { readonly atS: number; readonly metC: number }[];
  /** Temperature of the middle of the joint at its upper face, °C, at the moments of `seconds`. */
  readonly middleC: readonly number[];
  readonly seconds: readonly number[];
  readonly balance: HeatBalance;
}

const MOST_WAIT_S = 7200;
const SMALLEST_STEP_S = 0.02;

/** Cells under the arc and their shares: bell-shaped across, and down to the depth the arc's heat is laid in. */
function footprint(grid: SectionGrid, arc: ArcSource): { readonly cells: Int32Array; readonly shares: Float64Array } {
  const spread = arc.radiusMm / Math.SQRT2;
  const cells: number[] = [];
  const shares: number[] = [];
  let sum = 0;
  for (let row = 0; row < grid.rowCount; row++) {
    const across = ((grid.acrossMm[row] as number) - arc.aimMm) / spread;
    const share = exp((-across * across) / 2) * (grid.widthMm[row] as number);
    if (share < 1e-6) continue;
    cells.push(row * grid.alongCount);
    shares.push(share);
    sum += share;
  }
  return { cells: Int32Array.from(cells), shares: Float64Array.from(shares, (share) => share / sum) };
}

/** Row at the joint. */
const middleRow = (grid: SectionGrid): number => grid.metal.indexOf(1);

/**
 * Simulates the heat of passes that go over a joint, cut across: for thick metal, and for thick to thin. Heat along the
 * seam is left out, which is right where the arc moves on before heat does: `travel x thickness` well above the
 * diffusivity.
 */
export function simulateSection(question: SectionHeatQuestion): SectionHeatHistory {
  const {
    sides,
    passes,
    interpassC,
    restS,
    startC,
    ambientC,
    window,
    watchS,
    nearMm = 0.8,
    insulated = false,
  } = question;
  const grid = sectionGrid(sides, nearMm);
  const field = new HeatField(
    grid,
    [enthalpyTable(sides[0].material), enthalpyTable(sides[1].material)],
    {
      ambientC,
      emissivity: insulated ? 0 : thermal.emissivity.tinted,
      airWPerM2K: insulated ? 0 : thermal.film.airWPerM2K,
      innerWPerM2K: 0,
      poolC: Math.min(...sides.map(({ material }) => material.solidusC)),
    },
    [],
    startC,
    [window, window],
  );
  const middle = middleRow(grid) * grid.alongCount;
  const seconds = [0];
  const middleC = [startC];
  const met: { atS: number; metC: number }[] = [];
  const none = new Int32Array(0);
  const nothing = new Float64Array(0);
  let now = 0;
  let pause = SMALLEST_STEP_S;
  const note = (): void => {
    seconds.push(now);
    middleC.push(field.temperature[middle] as number);
  };
  const rest = (until: () => boolean): void => {
    while (!until()) {
      field.step(pause, none, nothing, 0);
      now += pause;
      note();
      const { mostStepS, section } = data.simulation;
      const allowed = Math.max(section.kelvinPerStep, section.sharePerStep * (field.hottestC - ambientC));
      pause = Math.min(mostStepS, pause * Math.min(1.3, Math.max(0.5, allowed / Math.max(1e-6, field.largestChange))));
    }
  };
  for (const [index, arc] of passes.entries()) {
    if (index > 0) {
      const from = now;
      rest(
        () =>
          now - from >= restS &&
          (interpassC === null || (field.temperature[middle] as number) <= interpassC || now - from > MOST_WAIT_S),
      );
    }
    const { cells, shares } = footprint(grid, arc);
    // The arc passes over the section: its power for a metre of seam, bell-shaped in time.
    const lasting = arc.radiusMm / Math.SQRT2 / arc.travelMmPerS;
    const steps = 40;
    const step = (6 * lasting) / steps;
    const energy = (arc.powerW / arc.travelMmPerS) * 1000;
    const bells = Array.from({ length: steps }, (_, at) => exp(-0.5 * ((6 * (at + 0.5)) / steps - 3) ** 2));
    const total = bells.reduce((sum, bell) => sum + bell, 0);
    met.push({ atS: now + 3 * lasting, metC: field.temperature[middle] as number });
    for (const bell of bells) {
      field.step(
        step,
        cells,
        shares.map((share) => (share * energy * bell) / total / step),
        cells.length,
      );
      now += step;
      note();
    }
    pause = SMALLEST_STEP_S;
  }
  const end = now + watchS;
  rest(() => now >= end);
  return {
    grid,
    peakC: field.peak,
    endC: field.temperature,
    secondsWithin: field.secondsWithin,
    passes: met,
    middleC,
    seconds,
    balance: field.balance(),
  };
}
