import { curve } from '../arithmetic';
import data from '../../data/constitution/schaeffler.json';
import { insidePolygon, sideOfLine, type DiagramPoint } from './planar-geometry';
import { fromJson } from '../from-json';

/** Phases a Schaeffler field names. */
export type Phase = 'austenite' | 'martensite' | 'ferrite';

/** What the Schaeffler diagram says of a pool. */
export interface SchaefflerStructure {
  readonly phases: readonly Phase[];
  /** Ferrite, percent, 0 to 100. */
  readonly ferritePercent: number;
}

/** A field of the diagram, for drawings. */
export interface SchaefflerField {
  readonly name: string;
  readonly phases: readonly Phase[];
  readonly polygon: readonly DiagramPoint[];
}

/** The fields of the diagram as polygons in equivalents. */
export const SCHAEFFLER_FIELDS = fromJson<readonly SchaefflerField[]>(data.fields);

const ISO_LINES = Object.entries(data.isoFerritePercent)
  .map(([percent, line]) => ({
    percent: Number(percent),
    a: fromJson<DiagramPoint>(line[0]),
    b: fromJson<DiagramPoint>(line[1]),
  }))
  .sort((left, right) => left.percent - right.percent);

function cornersOf(name: string): readonly DiagramPoint[] {
  const field = SCHAEFFLER_FIELDS.find((candidate) => candidate.name === name && candidate.polygon.length === 4);
  if (!field) throw new Error(`the Schaeffler data has no four-cornered field ${name}`);
  return field.polygon;
}

/**
 * Ferrite along the border between the three-phase and the two-phase field, by how far down that border a point lies.
 */
const BORDER_SCALE = curve(
  ISO_LINES.map(({ a, percent }) => {
    const top = (ISO_LINES[0] as (typeof ISO_LINES)[number]).a;
    const bottom = (ISO_LINES[ISO_LINES.length - 1] as (typeof ISO_LINES)[number]).a;
    return [(a[1] - top[1]) / (bottom[1] - top[1]), percent];
  }),
);

function betweenIsoLines(x: number, y: number): number {
  for (let index = 1; index < ISO_LINES.length; index++) {
    const upper = ISO_LINES[index] as (typeof ISO_LINES)[number];
    const toUpper = sideOfLine(x, y, upper.a, upper.b);
    if (toUpper <= 0) {
      const lower = ISO_LINES[index - 1] as (typeof ISO_LINES)[number];
      const toLower = Math.max(0, sideOfLine(x, y, lower.a, lower.b));
      return lower.percent + ((upper.percent - lower.percent) * toLower) / (toLower - toUpper || 1);
    }
  }
  return 100;
}

/** Fraction of the way from the side a-b of a quadrilateral to its opposite side d-c. */
function acrossQuadrilateral(
  x: number,
  y: number,
  a: DiagramPoint,
  b: DiagramPoint,
  c: DiagramPoint,
  d: DiagramPoint,
): number {
  const near = Math.abs(sideOfLine(x, y, a, b));
  const far = Math.abs(sideOfLine(x, y, d, c));
  return near / (near + far || 1);
}

/**
 * Phases and ferrite of a weld metal by the Schaeffler diagram.
 * @param chromiumEquivalent Cr + Mo + 1.5 Si + 0.5 Nb, mass percent, 0 to 40
 * @param nickelEquivalent Ni + 30 C + 0.5 Mn, mass percent, 0 to 30
 * @returns phases in the order austenite, martensite, ferrite; outside the axes the nearest field answers
 * Source: Schaeffler, Metal Progress 56 (1949), 680; borders within about one equivalent.
 */
export function schaefflerStructure(chromiumEquivalent: number, nickelEquivalent: number): SchaefflerStructure {
  const x = Math.min(39.999, Math.max(0.001, chromiumEquivalent));
  const y = Math.min(29.999, Math.max(0.001, nickelEquivalent));
  const field = SCHAEFFLER_FIELDS.find((candidate) => insidePolygon(x, y, candidate.polygon));
  const phases = field?.phases ?? nearestPhases(x, y);
  return { phases, ferritePercent: ferriteIn(phases, x, y) };
}

function nearestPhases(x: number, y: number): readonly Phase[] {
  for (const [dx, dy] of [
    [0.01, 0],
    [-0.01, 0],
    [0, 0.01],
    [0, -0.01],
  ] as const) {
    const field = SCHAEFFLER_FIELDS.find((candidate) => insidePolygon(x + dx, y + dy, candidate.polygon));
    if (field) return field.phases;
  }
  return ['austenite'];
}

function ferriteIn(phases: readonly Phase[], x: number, y: number): number {
  if (!phases.includes('ferrite')) return 0;
  if (phases.length === 1) return 100;
  if (phases.length === 3) {
    const [left, top, right, bottom] = cornersOf('austenite+martensite+ferrite') as [
      DiagramPoint,
      DiagramPoint,
      DiagramPoint,
      DiagramPoint,
    ];
    // Towards the two-phase field its iso-lines set the scale; towards martensite and ferrite the scale is that
    // field's, even.
    const across = acrossQuadrilateral(x, y, left, top, right, bottom);
    const towardsAustenite = acrossQuadrilateral(x, y, left, bottom, right, top);
    return (1 - towardsAustenite) * 100 * across + towardsAustenite * BORDER_SCALE(across);
  }
  if (phases.includes('austenite')) return betweenIsoLines(x, y);
  if (x > 7) {
    const [low, left, right, end] = cornersOf('martensite+ferrite') as [
      DiagramPoint,
      DiagramPoint,
      DiagramPoint,
      DiagramPoint,
    ];
    return 100 * acrossQuadrilateral(x, y, low, left, right, end);
  }
  // The lean corner: all ferrite at the origin, none at its border with martensite.
  return 100 * Math.max(0, 1 - (y / 3.5 + x / 7));
}
