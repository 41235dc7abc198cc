import { schaefflerStructure, SCHAEFFLER_FIELDS } from './schaeffler';
import { sideOfLine, type DiagramPoint } from './planar-geometry';
import { fromJson } from '../from-json';

type Corners = readonly [DiagramPoint, DiagramPoint, DiagramPoint, DiagramPoint];

function corners(name: string): Corners {
  const field = SCHAEFFLER_FIELDS.find((candidate) => candidate.name === name && candidate.polygon.length === 4);
  if (!field) throw new Error(`the Schaeffler data has no four-cornered field ${name}`);
  return fromJson<Corners>(field.polygon);
}

// Corner order in the data: along the border without martensite first, then back along the border where it is complete.
const TWO_PHASE = corners('austenite+martensite');
const THREE_PHASE = corners('austenite+martensite+ferrite');

/**
 * Highest nickel equivalent of any field with martensite by whole chromium equivalents: most pools lie above it, and
 * the hot loop need not look for their field.
 */
const CEILING = Float64Array.from({ length: 41 }, (_, column) => {
  let highest = 0;
  for (const { phases, polygon } of SCHAEFFLER_FIELDS) {
    if (!phases.includes('martensite')) continue;
    polygon.forEach((corner, index) => {
      const next = polygon[(index + 1) % polygon.length] as DiagramPoint;
      for (let step = 0; step <= 200; step++) {
        const x = corner[0] + ((next[0] - corner[0]) * step) / 200;
        if (x >= column - 0.25 && x <= column + 1.25)
          highest = Math.max(highest, corner[1] + ((next[1] - corner[1]) * step) / 200);
      }
    });
  }
  return highest;
});

/** Whether a pool may lie in a field with martensite; true for a little more than those that do. */
function mayHold(chromiumEquivalent: number, nickelEquivalent: number): boolean {
  const column = chromiumEquivalent < 0 ? 0 : chromiumEquivalent > 40 ? 40 : chromiumEquivalent | 0;
  return nickelEquivalent <= (CEILING[column] as number);
}

/**
 * Martensite the Schaeffler diagram puts into a pool, fraction 0 to 1, linear between the border where it begins and
 * the border where the austenite is gone. It overstates pools rich in nitrogen, which Schaeffler does not count.
 * @param chromiumEquivalent Schaeffler's, mass percent
 * @param nickelEquivalent Schaeffler's, mass percent
 * Source: Schaeffler, Metal Progress 56 (1949), 680; interpolation is an estimate.
 */
export function schaefflerMartensiteFraction(chromiumEquivalent: number, nickelEquivalent: number): number {
  if (!mayHold(chromiumEquivalent, nickelEquivalent)) return 0;
  const { phases, ferritePercent } = schaefflerStructure(chromiumEquivalent, nickelEquivalent);
  if (!phases.includes('martensite')) return 0;
  const rest = 1 - ferritePercent / 100;
  if (!phases.includes('austenite')) return rest;
  const x = chromiumEquivalent;
  const y = nickelEquivalent;
  if (phases.length === 2) {
    const [a, b, c, d] = TWO_PHASE;
    const begun = Math.abs(sideOfLine(x, y, a, b));
    return begun / (begun + Math.abs(sideOfLine(x, y, d, c)) || 1);
  }
  const [left, top, right, bottom] = THREE_PHASE;
  const begun = Math.abs(sideOfLine(x, y, top, right));
  return (rest * begun) / (begun + Math.abs(sideOfLine(x, y, left, bottom)) || 1);
}
