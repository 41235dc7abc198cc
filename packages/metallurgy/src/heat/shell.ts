import data from '../../data/heat.json';
import type { HeatGrid } from './heat-grid';
import type { ThermalMaterial } from './thermal-material';

/** Metal on one side of a seam, laid flat. */
export interface ShellSide {
  readonly material: ThermalMaterial;
  readonly thicknessMm: number;
  /** How far it reaches from the seam, mm. */
  readonly reachMm: number;
  /**
   * How its width grows with the distance from a ring: a tube stays as wide, a plate round a tube (flange, run under a
   * branch) grows outwards, a cap inside shrinks to its middle.
   */
  readonly spread: 'straight' | 'outwards' | 'inwards';
  /** Whether heat leaves the seam two ways in this piece: a plate with a tube or rib on it. */
  readonly bothWays: boolean;
}

/** A seam and the metal on its two sides. */
export interface Shell {
  readonly kind: 'ring' | 'line';
  /** Length of the seam, mm; of a ring at the middle of its wall. */
  readonly lengthMm: number;
  readonly sides: readonly [ShellSide, ShellSide];
  /** Metal before the seam begins and after it ends, mm; 0 for a ring. */
  readonly beyondMm: number;
  /** Whether its inside is closed: what radiates there comes back. */
  readonly closedInside: boolean;
}

/** How finely a shell is cut. */
export interface Fineness {
  /** Width of the rows at the seam, mm. */
  readonly nearMm: number;
  readonly alongMm: number;
  /** Each row so many times wider than the one before, up to a width. */
  readonly growth: number;
  readonly mostMm: number;
}

/** Usual fineness. */
export const FINENESS: Fineness = data.simulation;

/** A shell cut into cells, and where each stands. */
export interface ShellGrid extends HeatGrid {
  /** Middle of each row, mm from the seam; the first side is negative. */
  readonly acrossMm: Float64Array;
  readonly widthMm: Float64Array;
  /** Middle of each cell along a row, mm from the start of the seam. */
  readonly alongMm: Float64Array;
  readonly pitchMm: number;
  /** First row of the second side. */
  readonly seamRow: number;
  readonly shell: Shell;
}

/** Widths of the rows of one side, from the seam outwards, mm. */
function rowWidths(reachMm: number, { nearMm, growth, mostMm }: Fineness): number[] {
  const widths: number[] = [];
  let [sum, width] = [0, Math.min(nearMm, reachMm)];
  while (sum < reachMm - 1e-9) {
    const left = reachMm - sum;
    // A last sliver goes to the row before it.
    if (left < 1.5 * width) {
      widths.push(left);
      break;
    }
    widths.push(width);
    sum += width;
    width = Math.min(mostMm, width * growth);
  }
  return widths;
}

/** Width of a ring of metal at a distance from the seam, as a share of its width at the seam. */
function widening(shell: Shell, side: ShellSide, distanceMm: number): number {
  if (shell.kind === 'line' || side.spread === 'straight') return 1;
  const radius = shell.lengthMm / (2 * Math.PI);
  const sign = side.spread === 'outwards' ? 1 : -1;
  return Math.max(0.02, (radius + sign * distanceMm) / radius);
}

/**
 * Cuts a shell into cells.
 * @param shell lengths in mm, all above 0
 */
export function shellGrid(shell: Shell, fineness: Fineness = FINENESS): ShellGrid {
  const total = shell.lengthMm + (shell.kind === 'ring' ? 0 : 2 * shell.beyondMm);
  const alongCount = Math.max(8, Math.round(total / fineness.alongMm));
  const pitchMm = total / alongCount;
  const [first, second] = shell.sides.map((side) => rowWidths(side.reachMm, fineness)) as [number[], number[]];
  const rowCount = first.length + second.length;
  const cells = alongCount * rowCount;
  const grid = {
    alongCount,
    rowCount,
    closed: shell.kind === 'ring',
    volume: new Float64Array(cells),
    towardsNext: new Float64Array(cells),
    towardsNextRow: new Float64Array(cells),
    airSurface: new Float64Array(cells),
    innerSurface: new Float64Array(cells),
    metal: new Uint8Array(rowCount),
    acrossMm: new Float64Array(rowCount),
    widthMm: new Float64Array(rowCount),
    alongMm: new Float64Array(alongCount),
    pitchMm,
    seamRow: first.length,
    shell,
  };
  const before = shell.kind === 'ring' ? 0 : shell.beyondMm;
  for (let place = 0; place < alongCount; place++) grid.alongMm[place] = (place + 0.5) * pitchMm - before;
  const widths = [...[...first].reverse(), ...second];
  let edge = -first.reduce((sum, width) => sum + width, 0);
  widths.forEach((width, row) => {
    grid.widthMm[row] = width;
    grid.acrossMm[row] = edge + width / 2;
    grid.metal[row] = row < first.length ? 0 : 1;
    edge += width;
  });
  for (let row = 0; row < rowCount; row++) fillRow(grid, row);
  return grid;
}

/** Volume, surfaces and links of one row. */
function fillRow(grid: ShellGrid, row: number): void {
  const { shell, alongCount, rowCount, pitchMm } = grid;
  const side = sideOf(grid, row);
  const distance = Math.abs(grid.acrossMm[row] as number);
  const along = (pitchMm / 1000) * widening(shell, side, distance);
  const width = (grid.widthMm[row] as number) / 1000;
  const wall = wallM(side);
  const surface = along * width * (side.bothWays ? 2 : 1);
  let link = 0;
  if (row < rowCount - 1) {
    const next = sideOf(grid, row + 1);
    const border = Math.abs((grid.acrossMm[row] as number) + (grid.widthMm[row] as number) / 2);
    const face = (pitchMm / 1000) * widening(shell, side, border);
    // Two half rows in series, each with its own wall.
    link = face / (width / 2 / wall + (grid.widthMm[row + 1] as number) / 2000 / wallM(next));
  }
  for (let place = 0; place < alongCount; place++) {
    const cell = row * alongCount + place;
    grid.volume[cell] = along * width * wall;
    grid.airSurface[cell] = shell.closedInside ? surface : 2 * surface;
    grid.innerSurface[cell] = shell.closedInside ? surface : 0;
    grid.towardsNext[cell] = shell.kind === 'line' && place === alongCount - 1 ? 0 : (width * wall) / along;
    grid.towardsNextRow[cell] = link;
  }
}

const sideOf = (grid: ShellGrid, row: number): ShellSide => grid.shell.sides[grid.metal[row] as 0 | 1];

/** Metal that heat flows through, m: a plate that leads it both ways counts twice. */
const wallM = (side: ShellSide): number => ((side.bothWays ? 2 : 1) * side.thicknessMm) / 1000;

/** A place of a row counted on past the end of a ring, or before its beginning. */
export const roundPlace = (place: number, alongCount: number): number =>
  ((place % alongCount) + alongCount) % alongCount;
