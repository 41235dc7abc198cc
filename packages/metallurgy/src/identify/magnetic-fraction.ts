import identification from '../../data/identification.json';
import { coldWorkMartensite } from '../constitution';
import type { Grade } from '../catalogue';

const table = identification.magneticFraction;

/** State of the spot a magnet is held to. */
export interface MagnetSpot {
  /** True strain of the spot. */
  readonly strain: number;
  /** Whether the spot was melted and froze again. */
  readonly melted: boolean;
}

/**
 * Ferromagnetic fraction of a spot, 0 to 1: ferrite, martensite of the structure and martensite by cold work.
 * @param md30C Nohara's temperature of the composition, °C
 * @param ferriteNumber ferrite number of the fused composition
 */
export function magneticFraction(
  grade: Grade,
  md30C: number,
  ferriteNumber: number,
  { strain, melted }: MagnetSpot,
): number {
  // Ferrite number equals percent up to about 10 and runs ahead of it above.
  const ferrite = Math.max(0, ferriteNumber <= 10 ? ferriteNumber : 10 + 0.7 * (ferriteNumber - 10)) / 100;
  const fixed =
    table.grades[grade.id as keyof typeof table.grades] ?? table.families[grade.family as keyof typeof table.families];
  const austenitic = grade.family === 'austenitic' || grade.family === 'cast-austenitic';
  if (fixed !== undefined && !austenitic) {
    if (melted && (grade.family === 'duplex' || grade.family === 'cast-duplex')) return Math.min(1, ferrite);
    return fixed;
  }
  if (melted) return Math.min(1, table.floor + ferrite);
  const retained = grade.family === 'cast-austenitic' ? table.castFerriteRetained : table.wroughtFerriteRetained;
  const residual = (fixed ?? table.floor) + retained * ferrite;
  return Math.min(1, residual + (1 - residual) * coldWorkMartensite(md30C, strain));
}
