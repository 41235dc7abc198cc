import type { FerriteSurface } from '../constitution';
import type { Joint } from '../joint';
import type { Service } from '../service';
import type { BeadEvidence } from './bead-evidence';
import type { PieceBelief } from './piece';

/** What beads of a joint have shown, and what was believed of its pieces before. */
export interface LearntFromBeads {
  readonly beads: readonly BeadEvidence[];
  /** Pieces before, their candidates in the order of what is believed now. */
  readonly prior: readonly PieceBelief[];
}

/** A joint and its service, whatever is welded with. */
export interface JointProblem {
  readonly pieces: readonly PieceBelief[];
  readonly joint: Joint;
  readonly service: Service;
  /** Stands in for the reconstructed WRC-1992 surface. */
  readonly surface: FerriteSurface | undefined;
  /** What beads that were laid have shown; undefined: none has shown anything. */
  readonly learnt: LearntFromBeads | undefined;
}
