import { throughChance, throughSides } from '../heat';
import type { SeamQuestion } from './seam-question';

/** Wall of a side under a pass, mm. @param pass from 0 */
export const wallUnder = (
  { rootWallMm }: Pick<SeamQuestion, 'rootWallMm'>,
  thicknessMm: number,
  pass: number,
): number => (pass === 0 && rootWallMm !== undefined ? Math.min(rootWallMm, thicknessMm) : thicknessMm);

/** Chance that each side of a seam melts through under a pass, 0 to 1. @param pass from 0 */
export function seamThrough(
  { sides, arcs, isFillet = false, rootWallMm }: Pick<SeamQuestion, 'sides' | 'arcs' | 'isFillet' | 'rootWallMm'>,
  pass: number,
): readonly [number, number] {
  const arc = arcs[Math.min(pass, arcs.length - 1)]!;
  const walls = sides.map(({ material, thicknessMm }) => ({
    material,
    thicknessMm: wallUnder({ rootWallMm }, thicknessMm, pass),
  }));
  const [first = 0, second = 0] = throughSides(walls, { arc, isFillet }).map(throughChance);
  return [first, second];
}
