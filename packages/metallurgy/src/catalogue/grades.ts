import data from '../../data/grades.json';
import type { CatalogueEntry } from './entry';
import { nameIndex } from './name-index';
import { fromJson } from '../from-json';

/** A base metal. */
export interface Grade extends CatalogueEntry {
  /** Forms it is commonly sold in. */
  readonly products: readonly string[];
  /** How often a repair shop meets it, relative to 304 = 100; an estimate. */
  readonly prevalence: number;
}

/** Every base metal in the catalogue. */
export const GRADES = fromJson<readonly Grade[]>(data);

const BY_NAME = nameIndex(GRADES);

/** The grade with a designation, UNS number, EN number or EN name, whatever its case; undefined when there is none. */
export function findGrade(name: string): Grade | undefined {
  return BY_NAME(name);
}
