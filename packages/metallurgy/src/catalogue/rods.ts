import data from '../../data/rods.json';
import type { CatalogueEntry } from './entry';
import { nameIndex } from './name-index';
import { fromJson } from '../from-json';

/** Arc processes the core distinguishes. */
export const PROCESSES = ['gtaw', 'smaw', 'gmaw'] as const;
/** An arc process. */
export type Process = (typeof PROCESSES)[number];

/** A filler rod or electrode. */
export interface Rod extends CatalogueEntry {
  /** Usual ferrite number of the undiluted weld metal; absent where none is published. */
  readonly ferriteNumberWindow?: readonly [number, number];
  readonly processes: readonly Process[];
  /** Price relative to ER308L = 1; an estimate. */
  readonly costIndex: number;
  /** Share of repair shops that have it on the shelf, 0 to 1; an estimate. */
  readonly shelfShare: number;
}

/** Every rod in the catalogue. */
export const RODS = fromJson<readonly Rod[]>(data);

const BY_NAME = nameIndex(RODS);

/** The rod with an AWS class, UNS number or ISO name, whatever its case; undefined when there is none. */
export function findRod(name: string): Rod | undefined {
  return BY_NAME(name);
}
