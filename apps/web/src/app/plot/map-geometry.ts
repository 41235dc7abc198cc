import type { ContourMultiPolygon } from 'd3-contour';

/** Diagrams the map can show. */
export type DiagramName = 'wrc' | 'schaeffler';

/** Part of a diagram that is shown. */
export interface Window {
  readonly title: string;
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  readonly xTitle: string;
  readonly yTitle: string;
}

const windowOf = (title: string, x: Window['x'], y: Window['y'], chromium: string, nickel: string): Window => ({
  title,
  x,
  y,
  xTitle: `Creq = ${chromium}`,
  yTitle: `Nieq = ${nickel}`,
});

/** What each diagram shows. */
export const WINDOWS: Readonly<Record<DiagramName, Window>> = {
  wrc: windowOf('WRC-1992', [16.5, 31], [8.5, 18], 'Cr + Mo + 0.7 Nb', 'Ni + 35 C + 20 N + 0.25 Cu'),
  schaeffler: windowOf('Schaeffler', [0, 40], [0, 30], 'Cr + Mo + 1.5 Si + 0.5 Nb', 'Ni + 30 C + 0.5 Mn'),
};

/** SVG path through points in diagram coordinates. */
export function lineOf(
  points: readonly (readonly [number, number])[],
  x: (chromiumEquivalent: number) => number,
  y: (nickelEquivalent: number) => number,
): string {
  return points.map(([cr, ni], index) => `${index === 0 ? 'M' : 'L'}${x(cr).toFixed(1)} ${y(ni).toFixed(1)}`).join('');
}

/** SVG path of a density contour, already in drawing coordinates. */
export function geoPathOf(contour: Pick<ContourMultiPolygon, 'coordinates'>): string {
  const corner = ([x, y]: number[], index: number): string =>
    `${index === 0 ? 'M' : 'L'}${(x as number).toFixed(1)} ${(y as number).toFixed(1)}`;
  return contour.coordinates.flatMap((polygon) => polygon.map((ring) => `${ring.map(corner).join('')}Z`)).join('');
}
