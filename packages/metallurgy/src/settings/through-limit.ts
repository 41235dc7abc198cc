import { mostAmps, throughSides, type ThroughQuestion, type ThroughSide } from '../heat';
import { JOINTS, type Joint, type JointInput, type Technique } from '../joint';
import type { SettingPass } from './torch-settings';

/** Joints whose heat runs off into three plates. */
const FILLETED: ReadonlySet<string> = new Set(['fillet', 'lap', 'saddle', 'socket', 'patch', 'toe-crack']);

/** Whether heat of a joint runs off into three plates. */
export const isFilleted = ({ type }: Pick<Joint, 'type'>): boolean => FILLETED.has(type);

/** Whether a pass should come through: the root of what meets edge to edge. */
export const shouldComeThrough = (
  { type, technique = JOINTS.types[type].technique as Technique }: Pick<JointInput, 'type' | 'technique'>,
  pass: SettingPass,
): boolean => pass === 'root' && (technique === 'root-with-rod' || technique === 'fused') && !FILLETED.has(type);

/** Largest current that melts no side through more often than is borne, A, and the side that limits it. */
export function throughLimit(
  sides: readonly ThroughSide[],
  joint: Pick<Joint, 'type'>,
  arc: ThroughQuestion['arc'],
): { readonly amps: number; readonly side: number } {
  const limits = throughSides(sides, { arc, isFillet: isFilleted(joint) }).map((question) => mostAmps(question));
  const amps = Math.min(...limits);
  return { amps, side: limits.indexOf(amps) };
}
