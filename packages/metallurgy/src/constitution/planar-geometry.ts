import { hypotenuse } from '../arithmetic';
/** A point of a diagram: [chromium equivalent, nickel equivalent]. */
export type DiagramPoint = readonly [number, number];

/** Whether a point lies in a polygon, border included within rounding (even-odd rule). */
export function insidePolygon(x: number, y: number, polygon: readonly DiagramPoint[]): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i] as DiagramPoint;
    const [xj, yj] = polygon[j] as DiagramPoint;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/** Twice the signed distance-area of a point from the line a-b: positive to the right of the direction a to b. */
export function sideOfLine(x: number, y: number, a: DiagramPoint, b: DiagramPoint): number {
  return ((x - a[0]) * (b[1] - a[1]) - (y - a[1]) * (b[0] - a[0])) / hypotenuse(b[0] - a[0], b[1] - a[1]);
}
