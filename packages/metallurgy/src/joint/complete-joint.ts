import joints from '../../data/joints.json';
import fusing from '../../data/risks/fusing-alone.json';
import { ramp } from '../arithmetic';
import { isCarbonSteel, type MaterialFamily, type Process } from '../catalogue';
import type { FieldPath } from '../errors';
import { defaultShares } from './default-shares';
import {
  checkJoint,
  rangeOf,
  thicknessesOf,
  type BackShielding,
  type JointInput,
  type JointType,
  type ShareRange,
  type Technique,
} from './joint-input';
import { fromJson } from '../from-json';

/** A joint with everything decided that the computation needs. */
export interface Joint {
  readonly type: JointType;
  readonly technique: Technique;
  readonly process: Process | undefined;
  readonly thicknessMm: readonly number[];
  readonly restraintFactor: number;
  readonly nitrogen: ShareRange;
  readonly hydrogenGas: boolean;
  readonly nitrogenGas: boolean;
  /** Whether the gas of the arc oxidises, as carbon dioxide and oxygen do. */
  readonly activeGas: boolean;
  /** Whether hydrogen, or nitrogen, lies behind the root. */
  readonly hydrogenBehind: boolean;
  readonly nitrogenBehind: boolean;
  /** undefined when not stated. */
  readonly backShielding: BackShielding | undefined;
  /** How much more of the pieces the root melts than the rest of the weld, and up to what dilution. */
  readonly root: { readonly factor: number; readonly atMost: number };
  /** Part of the pool that is plain steel besides, where the arc strays to it. */
  readonly wander: number;
  /** Dilution with a rod. */
  readonly dilution: ShareRange;
  readonly shares: readonly ShareRange[];
  /** Whether the joint can be fused with no rod. */
  readonly fusible: boolean;
  /** Whether no rod was asked for. */
  readonly fused: boolean;
}

const range = ([min, mode, max]: readonly number[]): ShareRange => ({
  min: min as number,
  mode: mode as number,
  max: max as number,
});

/** A technique as the data has it. */
const recipeOf = (technique: Technique) =>
  fromJson<{ dilution: number[]; byType?: Record<string, number[]>; rootFactor?: number }>(
    joints.techniques[technique],
  );

/** Kind of bead dilution is usual for: a technique, with the type of joint where it comes out otherwise there. */
export const dilutionKind = (technique: Technique, type?: JointType): string =>
  type !== undefined && recipeOf(technique).byType?.[type] ? `${technique} ${type}` : technique;

/**
 * Dilution a technique usually comes to, before anything is known of who welds.
 * @param type where the technique comes out otherwise in some joints
 * @param process TIG where it is not said
 */
export function usualDilution(technique: Technique, type?: JointType, process?: Process): ShareRange {
  const { dilution, byType } = recipeOf(technique);
  const figures = (technique !== 'fused' && type !== undefined ? byType?.[type] : undefined) ?? dilution;
  const factor = technique === 'fused' ? 1 : joints.processes[process ?? 'gtaw'].dilutionFactor;
  const [least = 0, usual = 0, most = 0] = figures;
  return { min: factor * least, mode: factor * usual, max: Math.min(1, factor * most) };
}

/**
 * Whether edges must not be melted together without a rod, by the joint or the families that meet in it.
 * @param steelSide whether plain steel meets metal that is not
 */
const mustBeFed = (type: JointType, families: readonly MaterialFamily[], steelSide: boolean): boolean =>
  steelSide || fusing.grooves.includes(type) || families.some((family) => fusing.families.includes(family));

/**
 * Completes a joint: default technique by type, dilution by technique and process, shares by thickness and
 * conductivity.
 * @param families family of each piece, for the shares
 * @param path where the joint stands in the input, for errors
 * @throws InputError naming every faulty field
 */
export function completeJoint(
  input: JointInput,
  families: readonly MaterialFamily[],
  path: FieldPath = ['joint'],
): Joint {
  checkJoint(input, families.length, path);
  const listed = thicknessesOf(input.thicknessMm);
  const thicknessMm = families.map(
    (_, index) => listed[index] ?? listed[listed.length - 1] ?? joints.defaultThicknessMm,
  );
  const dilution = input.dilution === undefined ? undefined : rangeOf(input.dilution);

  const type = joints.types[input.type];
  const typeFigures = fromJson<{ restraintFactor?: number }>(type);
  const technique = input.technique ?? fromJson<Technique>(type.technique);
  const recipe = recipeOf(technique);
  const fused = technique === 'fused';
  const steelSide = families.some(isCarbonSteel) && !families.every(isCarbonSteel);
  // Where it must not be fused, rods are weighed as they are fed in a gap.
  const fedBy = fused && mustBeFed(input.type, families, steelSide) ? fromJson<Technique>(type.technique) : technique;
  const usual = usualDilution(fedBy, input.type, input.process);
  const reaches = steelSide && !fused ? joints.steelSide.widen : 1;
  const thickest = Math.max(...thicknessMm);
  const shielding = joints.shielding[input.shielding ?? 'good'].nitrogen;
  const gas = joints.gases[input.gas ?? 'argon'];
  const behind = joints.backGases[input.backGas ?? 'argon'];
  return {
    type: input.type,
    technique,
    process: input.process,
    thicknessMm,
    // A bead laid on one piece bridges nothing: it is held less than one that joins two.
    restraintFactor: joints.restraint[input.restraint ?? 'medium'].factor * (typeFigures.restraintFactor ?? 1),
    nitrogen: range(shielding.map((percent) => percent + gas.nitrogenPercent)),
    hydrogenGas: gas.hydrogen,
    nitrogenGas: gas.nitrogenPercent > 0,
    activeGas: gas.active,
    hydrogenBehind: behind.hydrogen,
    nitrogenBehind: behind.nitrogen,
    backShielding: input.backShielding,
    root: {
      factor:
        1 + ((recipe.rootFactor ?? 1) - 1) * ramp(thickest, joints.places.rootFromMm[0]!, joints.places.rootFromMm[1]!),
      atMost: joints.places.rootAtMost,
    },
    wander: joints.places.wander,
    dilution: dilution ?? { ...usual, max: Math.min(1, usual.max * reaches) },
    shares: input.shares
      ? input.shares.map((share) => ({ min: share, mode: share, max: share }))
      : defaultShares(families, thicknessMm, input.aimedAt),
    fusible: fused || (type.fusible && input.technique === undefined && thickest <= joints.fusedWithoutRod.maximumMm),
    fused,
  };
}
