import data from '../../data/families.json';
import type { MaterialFamily } from './entry';

/** Physical properties a family shares. */
export interface FamilyProperties {
  readonly title: string;
  readonly conductivityWPerMK: number;
  readonly diffusivityMm2PerS: number;
  readonly expansionPerK: number;
  readonly densityKgPerM3: number;
  readonly meltingRangeC: readonly [number, number];
  readonly source: string;
}

/** Physical properties by family. */
export const FAMILIES = data as unknown as Readonly<Record<MaterialFamily, FamilyProperties>>;
