import { roundPlace, type ShellGrid } from './shell';

/** How far beside the seam the metal counts that a run covers, mm. */
export const BESIDE_MM = 8;

/** Cells a run is about to cover: places along the seam it passes, and rows beside it. */
export interface Span {
  readonly firstPlace: number;
  readonly lastPlace: number;
  readonly firstRow: number;
  readonly lastRow: number;
}

/** Metal under a run. @param fromMm along the seam; the order of the two ends does not matter */
export function spanOf(grid: ShellGrid, fromMm: number, toMm: number): Span {
  const start = (grid.alongMm[0] as number) - grid.pitchMm / 2;
  const place = (mm: number): number => Math.floor((mm - start) / grid.pitchMm);
  let firstPlace = place(Math.min(fromMm, toMm) + 1e-6);
  let lastPlace = place(Math.max(fromMm, toMm) - 1e-6);
  if (!grid.closed) {
    firstPlace = Math.max(0, firstPlace);
    lastPlace = Math.min(grid.alongCount - 1, lastPlace);
  } else lastPlace = Math.min(lastPlace, firstPlace + grid.alongCount - 1);
  const near = [...grid.acrossMm.keys()].filter((row) => Math.abs(grid.acrossMm[row] as number) <= BESIDE_MM);
  return { firstPlace, lastPlace, firstRow: near[0] ?? 0, lastRow: near[near.length - 1] ?? grid.rowCount - 1 };
}

/** Mean temperature of the metal in a span, by its volume, °C. */
export function meanUnder(grid: ShellGrid, temperature: Float64Array, span: Span): number {
  const { alongCount, volume } = grid;
  let [sum, metal] = [0, 0];
  for (let row = span.firstRow; row <= span.lastRow; row++)
    for (let place = span.firstPlace; place <= span.lastPlace; place++) {
      const cell = row * alongCount + roundPlace(place, alongCount);
      sum += (temperature[cell] as number) * (volume[cell] as number);
      metal += volume[cell] as number;
    }
  return metal > 0 ? sum / metal : NaN;
}

/** Row that holds a distance from the seam, and how far towards the next row's middle it lies, 0 to 1. */
function between(middles: Float64Array, at: number): readonly [number, number] {
  let low = 0;
  while (low < middles.length - 2 && (middles[low + 1] as number) <= at) low++;
  const [from, to] = [middles[low] as number, middles[low + 1] as number];
  return [low, Math.max(0, Math.min(1, (at - from) / (to - from)))];
}

/** Temperature at a place, between the middles of the cells round it, °C. */
export function temperatureAt(grid: ShellGrid, temperature: Float64Array, alongMm: number, acrossMm: number): number {
  const { alongCount, closed, pitchMm } = grid;
  const at = (alongMm - (grid.alongMm[0] as number)) / pitchMm;
  const clamped = closed ? at : Math.max(0, Math.min(alongCount - 1, at));
  const place = Math.floor(clamped);
  const share = clamped - place;
  const wrap = (one: number): number => (closed ? roundPlace(one, alongCount) : Math.min(alongCount - 1, one));
  const [row, rowShare] = between(grid.acrossMm, acrossMm);
  const inRow = (one: number): number => {
    const left = temperature[one * alongCount + wrap(place)] as number;
    return left + share * ((temperature[one * alongCount + wrap(place + 1)] as number) - left);
  };
  return inRow(row) + rowShare * (inRow(row + 1) - inRow(row));
}
