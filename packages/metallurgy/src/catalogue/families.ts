import data from '../../data/families.json';
import type { MaterialFamily } from './entry';
import { fromJson } from '../from-json';

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
export const FAMILIES = fromJson<Readonly<Record<MaterialFamily, FamilyProperties>>>(data);
