import { arcPower, hottestAt, meanProperties, thermalMaterial, tintLevels, type MaterialQuestion } from '../heat';
import { findGrade } from '../catalogue';
import heatData from '../../data/heat.json';
import type { SeamQuestion } from './seam-question';

/** Chromium a metal's colours are reckoned with, %. */
export const chromiumOf = (material: MaterialQuestion): number =>
  ('grade' in material ? findGrade(material.grade)?.typical.Cr : undefined) ?? heatData.tints.referenceChromium;

type ColouredSeam = Pick<SeamQuestion, 'sides' | 'arcs'>;

const MOST_M = 0.15;

/** Largest argument at which a falling function is still at least a level. */
function lastAt(
  figure: (x: number) => number,
  level: number,
  [low, high]: readonly [number, number],
  steps: number,
): number {
  if (figure(low) < level) return low;
  if (figure(high) >= level) return high;
  let [near, far] = [low, high];
  for (let step = 0; step < steps; step++) {
    const middle = (near + far) / 2;
    if (figure(middle) >= level) near = middle;
    else far = middle;
  }
  return near;
}

/**
 * How far from the seam the first colour reaches on the side and with the pass that colours most, mm: by closed form,
 * in air.
 * @param startC temperature of the metal before the run
 */
export function colourReach({ sides, arcs }: ColouredSeam, startC: number): number {
  const reaches = sides.flatMap(({ material, thicknessMm }) => {
    const metal = thermalMaterial(material);
    const { conductivity, diffusivity } = meanProperties(metal, metal.solidusC);
    const firstC = tintLevels(chromiumOf(material))[0]!.fromC;
    return arcs.map((arc) => {
      const source = { powerW: arcPower(arc), travelMPerS: arc.travelMmPerS / 1000, startC, conductivity, diffusivity };
      return lastAt((yM) => hottestAt(source, thicknessMm / 1000, yM, 0), firstC, [1e-4, MOST_M], 16);
    });
  });
  return 1000 * Math.max(...reaches);
}

/**
 * Warmest the metal may be before a run so that its colours stay within a distance, °C.
 * @returns null where even cold metal colours farther, or no metal would be too warm
 */
export function warmestFor(seam: ColouredSeam, withinMm: number, ambientC: number): number | null {
  if (colourReach(seam, ambientC) > withinMm) return null;
  const lowest = Math.min(...seam.sides.map(({ material }) => tintLevels(chromiumOf(material))[0]!.fromC)) - 20;
  if (colourReach(seam, lowest) <= withinMm) return null;
  return lastAt((startC) => -colourReach(seam, startC), -withinMm, [ambientC, lowest], 8);
}
