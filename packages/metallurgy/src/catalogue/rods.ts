import data from '../../data/rods.json';
import type { CatalogueEntry } from './entry';
import type { FillerForm } from './filler-forms';
import { nameIndex } from './name-index';
import { fromJson } from '../from-json';

/** Arc processes the core distinguishes. */
export const PROCESSES = ['gtaw', 'smaw', 'gmaw'] as const;
/** An arc process. */
export type Process = (typeof PROCESSES)[number];

/** A filler: a bare rod or wire, or a covered electrode. */
export interface Rod extends CatalogueEntry {
  /** The filler whose kind of weld metal it lays: id of the bare one, or its own. */
  readonly deposit: string;
  readonly form: FillerForm;
  /** Whether it is the kind with more silicon, which wets better as a wire. */
  readonly silicon?: boolean;
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

/** Every form of the weld metal a filler lays, itself included. */
export const formsOfDeposit = (deposit: string): readonly Rod[] => RODS.filter((rod) => rod.deposit === deposit);
