import { throughChance } from '../heat';
import type { SeamQuestion } from './seam-question';

/** Where chances are asked from, °C: metal that was not welded on yet. */
const COLD_C = 20;

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
  const [first, second] = sides;
  const of = (own: typeof first, other: typeof first): number =>
    throughChance({
      arc,
      material: own.material,
      wallMm: wallUnder({ rootWallMm }, own.thicknessMm, pass),
      otherMm: wallUnder({ rootWallMm }, other.thicknessMm, pass),
      isFillet,
      startC: COLD_C,
    });
  return [of(first, second), of(second, first)];
}
