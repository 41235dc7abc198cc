/** What tells of a joint whether it is alike to another one. */
interface MaybeAlike {
  readonly id: string;
  readonly alikeTo: string | null;
}

/**
 * The joint whose description and decision hold for a joint: the one it is alike to while that is there, else itself.
 */
export const leaderOf = <Joint extends MaybeAlike>(joints: readonly Joint[], joint: Joint): Joint =>
  joints.find(({ id, alikeTo }) => id === joint.alikeTo && alikeTo === null) ?? joint;

/**
 * The last word on a joint: its own, or that of the joint it is alike to.
 * @param decisions newest first
 */
export function decisionOf<Joint extends MaybeAlike, Decision extends { readonly jointId: string | null }>(
  joints: readonly Joint[],
  decisions: readonly Decision[],
  joint: Joint,
): Decision | undefined {
  const leader = leaderOf(joints, joint);
  return decisions.find(({ jointId }) => jointId === joint.id || jointId === leader.id);
}

/** Joints that are planned by themselves: every one but those alike to another. */
export const leadingJoints = <Joint extends MaybeAlike>(joints: readonly Joint[]): readonly Joint[] =>
  joints.filter((joint) => leaderOf(joints, joint) === joint);

/** All joints one plan holds for, itself first. */
export const alikeJoints = <Joint extends MaybeAlike>(joints: readonly Joint[], leader: Joint): readonly Joint[] => [
  leader,
  ...joints.filter((joint) => joint !== leader && leaderOf(joints, joint) === leader),
];
