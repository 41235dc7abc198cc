import { mostAmps, throughChance, type MaterialQuestion, type ThroughQuestion } from '../heat';
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

/** A side as far as its melting through goes. */
export interface ThroughSide {
  readonly material: MaterialQuestion;
  readonly thicknessMm: number;
}

/** Air of a workshop, °C. */
const COLD_C = 20;

/** What is asked of every side under an arc. */
function asked(
  sides: readonly ThroughSide[],
  joint: Pick<Joint, 'type'>,
  arc: ThroughQuestion['arc'],
): readonly ThroughQuestion[] {
  return sides.map(({ material, thicknessMm }, side) => ({
    arc,
    material,
    wallMm: thicknessMm,
    otherMm: (sides.length === 2 ? sides[1 - side] : undefined)?.thicknessMm ?? thicknessMm,
    isFillet: isFilleted(joint),
    startC: COLD_C,
  }));
}

/** Chance that each side melts through under a tungsten arc on cold metal, 0 to 1. */
export const throughChances = (
  sides: readonly ThroughSide[],
  joint: Pick<Joint, 'type'>,
  arc: ThroughQuestion['arc'],
): readonly number[] => asked(sides, joint, arc).map(throughChance);

/** Largest current that melts no side through more often than is borne, A, and the side that limits it. */
export function throughLimit(
  sides: readonly ThroughSide[],
  joint: Pick<Joint, 'type'>,
  arc: ThroughQuestion['arc'],
): { readonly amps: number; readonly side: number } {
  const limits = asked(sides, joint, arc).map((question) => mostAmps(question));
  const amps = Math.min(...limits);
  return { amps, side: limits.indexOf(amps) };
}
