import type { HeatGrid } from './heat-grid';
import type { ThermalMaterial } from './thermal-material';

/** Metal on one side of a joint, cut across: its upper face lies level with the other side's. */
export interface SectionSide {
  readonly material: ThermalMaterial;
  readonly thicknessMm: number;
  /** How far it reaches from the joint, mm. */
  readonly reachMm: number;
}

/** A joint cut across into cells; a metre of it is reckoned. Rows go across, places go down. */
export interface SectionGrid extends HeatGrid {
  /** Middle of each row, mm from the joint; the first side is negative. */
  readonly acrossMm: Float64Array;
  readonly widthMm: Float64Array;
  /** Middle of each place below the upper face, mm. */
  readonly depthMm: Float64Array;
  readonly heightMm: Float64Array;
  readonly sides: readonly [SectionSide, SectionSide];
}

/** Where no metal is, a cell holds next to nothing, m³: nothing flows there, and nothing is divided by zero. */
const EMPTY_M3 = 1e-12;
const GROWTH = 1.18;

/** Sizes that grow from a first one until they fill a length, mm. */
function growing(lengthMm: number, firstMm: number, mostMm: number): number[] {
  const sizes: number[] = [];
  let [sum, size] = [0, Math.min(firstMm, lengthMm)];
  while (lengthMm - sum > 1e-9) {
    const left = lengthMm - sum;
    const next = left < 1.5 * size ? left : size;
    sizes.push(next);
    sum += next;
    size = Math.min(mostMm, size * GROWTH);
  }
  return sizes;
}

const middles = (sizes: readonly number[], from: number): Float64Array => {
  let at = from;
  return Float64Array.from(sizes, (size) => {
    at += size;
    return at - size / 2;
  });
};

/**
 * Cuts a joint across into cells.
 * @param nearMm size of the cells under the arc, mm
 */
export function sectionGrid(sides: readonly [SectionSide, SectionSide], nearMm: number): SectionGrid {
  const thick = Math.max(...sides.map(({ thicknessMm }) => thicknessMm));
  const thin = Math.min(...sides.map(({ thicknessMm }) => thicknessMm));
  // A border of cells lies at the lower face of the thinner side.
  const upper = growing(thin, nearMm, 2.5);
  const heights =
    thick > thin + 1e-6 ? [...upper, ...growing(thick - thin, upper[upper.length - 1] as number, 3)] : upper;
  const [first, second] = sides.map(({ reachMm }) => growing(reachMm, nearMm, 6)) as [number[], number[]];
  const widths = [...[...first].reverse(), ...second];
  const rowCount = widths.length;
  const alongCount = heights.length;
  const cells = rowCount * alongCount;
  const grid: SectionGrid = {
    alongCount,
    rowCount,
    closed: false,
    sides,
    volume: new Float64Array(cells).fill(EMPTY_M3),
    towardsNext: new Float64Array(cells),
    towardsNextRow: new Float64Array(cells),
    airSurface: new Float64Array(cells),
    innerSurface: new Float64Array(cells),
    metal: Uint8Array.from(widths, (_, row) => (row < first.length ? 0 : 1)),
    acrossMm: middles(widths, -first.reduce((sum, width) => sum + width, 0)),
    widthMm: Float64Array.from(widths),
    depthMm: middles(heights, 0),
    heightMm: Float64Array.from(heights),
  };
  for (let row = 0; row < rowCount; row++) fillColumn(grid, row);
  return grid;
}

const isMetal = (grid: SectionGrid, row: number, place: number): boolean =>
  row >= 0 &&
  row < grid.rowCount &&
  place < grid.alongCount &&
  (grid.depthMm[place] as number) < grid.sides[grid.metal[row] as 0 | 1].thicknessMm;

/** Volume, surfaces and links of one row. */
function fillColumn(grid: SectionGrid, row: number): void {
  const width = (grid.widthMm[row] as number) / 1000;
  for (let place = 0; place < grid.alongCount; place++) {
    if (!isMetal(grid, row, place)) continue;
    const cell = row * grid.alongCount + place;
    const height = (grid.heightMm[place] as number) / 1000;
    grid.volume[cell] = width * height;
    let open = place === 0 ? width : 0;
    if (isMetal(grid, row, place + 1))
      grid.towardsNext[cell] = width / ((height + (grid.heightMm[place + 1] as number) / 1000) / 2);
    else open += width;
    if (isMetal(grid, row + 1, place))
      grid.towardsNextRow[cell] = height / ((width + (grid.widthMm[row + 1] as number) / 1000) / 2);
    // The step at the joint from thick to thin is open to the air; the far ends are not: metal goes on there.
    else if (row < grid.rowCount - 1) open += height;
    if (row > 0 && !isMetal(grid, row - 1, place)) open += height;
    grid.airSurface[cell] = open;
  }
}
