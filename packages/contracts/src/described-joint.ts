import { checkJoint, MOST_PIECES, type JointInput } from '@variatum/metallurgy';

/**
 * The core's own check of numbers and names of a joint.
 * @param pieces how many the joint names; none: all of the job, and shares cannot be counted against them
 * @throws InputError
 */
export function checkDescribedJoint(joint: JointInput, pieces: number): void {
  checkJoint(joint, pieces === 0 ? Math.min(MOST_PIECES, joint.shares?.length ?? 1) : pieces);
}
