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

/** What each diagram shows. */
export const WINDOWS: Readonly<Record<DiagramName, Window>> = {
  wrc: {
    title: 'WRC-1992',
    x: [16.5, 31],
    y: [8.5, 18],
    xTitle: 'Creq = Cr + Mo + 0.7 Nb',
    yTitle: 'Nieq = Ni + 35 C + 20 N + 0.25 Cu',
  },
  schaeffler: {
    title: 'Schaeffler',
    x: [0, 40],
    y: [0, 30],
    xTitle: 'Creq = Cr + Mo + 1.5 Si + 0.5 Nb',
    yTitle: 'Nieq = Ni + 30 C + 0.5 Mn',
  },
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
  return contour.coordinates
    .flatMap((polygon) =>
      polygon.map(
        (ring) =>
          `${ring.map(([px, py], index) => `${index === 0 ? 'M' : 'L'}${(px as number).toFixed(1)} ${(py as number).toFixed(1)}`).join('')}Z`,
      ),
    )
    .join('');
}
