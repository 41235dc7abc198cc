import type { JointRecord, Piece } from '@variatum/contracts';
import { JOINTS, type DepositedJoint } from '@variatum/metallurgy';
import { fitOf } from '../records';
import { wallsOf } from './likely-metal';
import { weldedWith } from './welded-with';

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
    technique: weldedWith(joint, rod).technique,
    process: joint.process,
    thicknessMm: walls.length > 0 ? walls : [JOINTS.defaultThicknessMm],
    fit: fitOf(fit),
    ...(rod === null ? { rodMm: null } : {}),
  };
}
