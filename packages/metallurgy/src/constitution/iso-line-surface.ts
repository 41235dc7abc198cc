import { InputError, type FieldError, type FieldPath } from '../errors';
import { curve, type Curve } from '../arithmetic';
import type { DiagramPoint } from './planar-geometry';

/** A ferrite number over the WRC-1992 equivalents, negative on the austenitic side. */
export type FerriteSurface = (chromiumEquivalent: number, nickelEquivalent: number) => number;

/** Iso-FN lines of a digitised figure: ferrite number as text, then points [Creq, Nieq] with rising Creq. */
export type IsoFerriteLines = Readonly<Record<string, readonly (readonly number[])[]>>;

interface Line {
  readonly value: number;
  readonly points: readonly DiagramPoint[];
  /** Nickel equivalent at a chromium equivalent between its ends. */
  readonly between: Curve;
}

/** Nickel equivalent of a line at a chromium equivalent; its first and last stretch go on straight. */
function nickelAt({ points, between }: Line, chromium: number): number {
  const first = points[0] as DiagramPoint;
  const last = points[points.length - 1] as DiagramPoint;
  const slope = (a: DiagramPoint, b: DiagramPoint): number => (b[1] - a[1]) / (b[0] - a[0]);
  if (chromium < first[0]) return first[1] + slope(first, points[1] as DiagramPoint) * (chromium - first[0]);
  if (chromium > last[0])
    return last[1] + slope(points[points.length - 2] as DiagramPoint, last) * (chromium - last[0]);
  return between(chromium);
}

function readLines(lines: unknown, path: FieldPath): readonly Line[] {
  if (typeof lines !== 'object' || lines === null || Array.isArray(lines))
    throw InputError.at(path, 'give an object of lines by ferrite number, such as {"0": [[18, 12.6], [23.2, 18]], …}');
  const errors: FieldError[] = [];
  const read = Object.entries(lines).map(([name, points]): Line => {
    const value = Number(name);
    const at = [...path, name];
    if (!Number.isFinite(value) || value < 0 || value > 150)
      errors.push({ path: at, message: 'name each line by its ferrite number, 0 to 150' });
    const good =
      Array.isArray(points) &&
      points.length >= 2 &&
      points.every((point) => Array.isArray(point) && point.length === 2 && point.every((x) => Number.isFinite(x)));
    if (!good) errors.push({ path: at, message: 'give two or more points [chromium equivalent, nickel equivalent]' });
    else if (points.some((point, index) => index > 0 && point[0] <= points[index - 1][0]))
      errors.push({ path: at, message: 'give the points with rising chromium equivalent' });
    const known = good ? (points as DiagramPoint[]) : ([[0, 0]] as const);
    return { value, points: known, between: curve(known) };
  });
  if (errors.length === 0 && read.length < 3) errors.push({ path, message: 'give at least three lines' });
  if (errors.length > 0) throw new InputError(errors);
  return read.sort((left, right) => left.value - right.value);
}

/** Chromium equivalents at which lines are held against each other. */
const CHECKED = [18, 20, 22, 24, 26, 28, 30];

/**
 * Makes a ferrite surface of a digitised set of iso-FN lines, to stand in for the reconstructed one: linear between
 * neighbouring lines at equal chromium equivalent, beyond the outermost as between the two outermost.
 * @param lines at least three lines of two or more points each
 * @param path where they stand in the input, for errors
 * @throws InputError naming every line that cannot be read, or two that cross
 */
export function isoLineSurface(lines: unknown, path: FieldPath = ['isoFn']): FerriteSurface {
  const sorted = readLines(lines, path);
  for (let index = 1; index < sorted.length; index++) {
    const [lower, upper] = [sorted[index - 1] as Line, sorted[index] as Line];
    const crossing = CHECKED.find((chromium) => nickelAt(upper, chromium) >= nickelAt(lower, chromium));
    if (crossing !== undefined)
      throw InputError.at(
        [...path, upper.value],
        `does not lie below the line of ${lower.value} at a chromium equivalent of ${crossing}`,
      );
  }
  return (chromium, nickel) => {
    let index = 1;
    while (index < sorted.length - 1 && nickelAt(sorted[index] as Line, chromium) > nickel) index++;
    const [lower, upper] = [sorted[index - 1] as Line, sorted[index] as Line];
    const [top, bottom] = [nickelAt(lower, chromium), nickelAt(upper, chromium)];
    return lower.value + ((upper.value - lower.value) * (top - nickel)) / (top - bottom);
  };
}
