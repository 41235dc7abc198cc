import type { JointRecord, Piece, SeamOrder } from '@variatum/contracts';
import { travelFor } from '@variatum/metallurgy';
import { depositedJoint } from './joint-deposit';
import { USUAL_PROCESS } from './joint-settings';
import { allPasses, fedPasses, passWays, type PassWay } from './pass-ways';
import { passesOf, usualPassCount, type JointSeam } from './seam-order';

/** Passes of a joint, and how each is made. */
export interface JointPasses {
  /** Those of its seam where nobody says how many. */
  readonly usual: number;
  /** All of them. */
  readonly count: number;
  readonly ways: readonly PassWay[];
  /** How fast the hand goes where nobody says, mm/s: as its rod is melted off in the passes it is fed in. */
  readonly travelMmPerS: number;
}

/** What passes are counted from. */
export interface PassesAsked {
  readonly kept: SeamOrder;
  readonly seam: JointSeam | null;
  /** The joint whose description holds for it. */
  readonly leader: Pick<JointRecord, 'joint' | 'fit'>;
  readonly pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[];
  /** null: none is fed; undefined: not known. */
  readonly rod: string | null | undefined;
}

/** Passes of a joint by its order, its wall and its rod. */
export function jointPasses({ kept, seam, leader, pieces, rod }: PassesAsked): JointPasses {
  const deposited = depositedJoint(leader, pieces, rod);
  const usual = usualPassCount(seam, deposited);
  const count = allPasses(kept, passesOf(kept, usual));
  // What is fed where no rod is known yet goes as one that is.
  const ways = passWays(kept, { rod: rod ?? null, process: leader.joint.process ?? USUAL_PROCESS }, count);
  const fed = rod === null || rod === undefined ? count : Math.max(1, fedPasses(ways));
  return { usual, count, ways, travelMmPerS: travelFor(deposited, fed) };
}
