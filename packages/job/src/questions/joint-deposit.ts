import type { JointRecord, Piece } from '@variatum/contracts';
import { JOINTS, travelFor, type DepositedJoint } from '@variatum/metallurgy';
import { fitOf } from '../records';
import { wallsOf } from './likely-metal';

/**
 * What of a joint its deposit is reckoned from.
 * @param leader the joint whose description holds for it
 * @param rod null: none is fed; undefined: not known
 */
export function depositedJoint(
  { joint, fit }: Pick<JointRecord, 'joint' | 'fit'>,
  pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[],
  rod: string | null | undefined,
): DepositedJoint {
  const walls = wallsOf(pieces);
  return {
    type: joint.type,
    technique: rod === null ? 'fused' : joint.technique,
    process: joint.process,
    thicknessMm: walls.length > 0 ? walls : [JOINTS.defaultThicknessMm],
    fit: fitOf(fit),
    ...(rod === null ? { rodMm: null } : {}),
  };
}

/** How fast a hand usually goes along a joint of so many passes, mm/s. */
export const usualTravelOf = (
  ...[leader, pieces, rod, passes]: [...Parameters<typeof depositedJoint>, number]
): number => travelFor(depositedJoint(leader, pieces, rod), passes);
