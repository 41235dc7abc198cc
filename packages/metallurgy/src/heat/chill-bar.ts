import data from '../../data/heat.json';
import thermal from '../../data/thermal.json';
import type { HeatSink } from './heat-grid';
import type { ShellGrid } from './shell';

/** Metals a chill bar may be of; never carbon steel, which leaves rust on stainless. */
export const CHILL_METALS = ['copper', 'aluminium', 'stainless'] as const;
export type ChillMetal = (typeof CHILL_METALS)[number];
/** How a bar is held against the metal. */
export const CHILL_CONTACTS = ['bolted', 'clamped', 'laid'] as const;
export type ChillContact = (typeof CHILL_CONTACTS)[number];

/** A bar laid along a seam. */
export interface ChillBar {
  /** On which side of the seam: 0 or 1. */
  readonly side: 0 | 1;
  /** From the seam to its nearer edge, mm. */
  readonly distanceMm: number;
  readonly widthMm: number;
  readonly thicknessMm: number;
  readonly metal: ChillMetal;
  readonly contact: ChillContact;
  /** Part of the seam it lies along, mm; left out: all of it. */
  readonly alongMm?: readonly [number, number] | undefined;
}

/** A bar as something that takes heat from the cells it lies on. */
export function chillSink(grid: ShellGrid, bar: ChillBar): HeatSink {
  const cells: number[] = [];
  const contacts: number[] = [];
  const { contactWPerM2K, bars } = data.simulation;
  let area = 0;
  const near = bar.distanceMm;
  const far = bar.distanceMm + bar.widthMm;
  for (let row = 0; row < grid.rowCount; row++) {
    if (grid.metal[row] !== bar.side) continue;
    const middle = Math.abs(grid.acrossMm[row] as number);
    const half = (grid.widthMm[row] as number) / 2;
    const covered = Math.max(0, Math.min(far, middle + half) - Math.max(near, middle - half)) / (2 * half);
    if (covered === 0) continue;
    const side = grid.shell.sides[bar.side];
    const ways = side.bothWays ? 2 : 1;
    for (let place = 0; place < grid.alongCount; place++) {
      const along = grid.alongMm[place] as number;
      if (bar.alongMm && (along < bar.alongMm[0] || along > bar.alongMm[1])) continue;
      const cell = row * grid.alongCount + place;
      // One face of it.
      const face = ((grid.volume[cell] as number) / (side.thicknessMm / 1000) / ways) * covered;
      cells.push(cell);
      contacts.push(face * contactWPerM2K[bar.contact]);
      area += face;
    }
  }
  return {
    capacityJPerK: Math.max(1e-6, area * (bar.thicknessMm / 1000) * bars[bar.metal].capacity),
    lossWPerK: 1.5 * area * thermal.film.airWPerM2K,
    cells: Int32Array.from(cells),
    contactWPerK: Float64Array.from(contacts),
  };
}
