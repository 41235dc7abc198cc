import joints from '../../data/joints.json';
import type { MaterialFamily, Process } from '../catalogue';
import type { FieldPath } from '../errors';
import { defaultShares } from './default-shares';
import {
  checkJoint,
  rangeOf,
  thicknessesOf,
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
  /** 0 to 1: how much hydrogen the process brings. */
  readonly hydrogenFactor: number;
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

/**
 * Completes a joint: default technique by type, dilution by technique and process, shares by thickness and conductivity.
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
  const technique = input.technique ?? fromJson<Technique>(type.technique);
  const recipe = fromJson<{ dilution: number[]; byType?: Record<string, number[]> }>(joints.techniques[technique]);
  const process =
    input.process && fromJson<{ dilution?: number[]; hydrogenFactor: number }>(joints.processes[input.process]);
  const fused = technique === 'fused';
  const dilutionFigures = fused
    ? recipe.dilution
    : (process?.dilution ?? recipe.byType?.[input.type] ?? recipe.dilution);
  const thickest = Math.max(...thicknessMm);
  const shielding = joints.shielding[input.shielding ?? 'good'].nitrogen;
  const gas = joints.gases[input.gas ?? 'argon'];
  return {
    type: input.type,
    technique,
    process: input.process,
    thicknessMm,
    restraintFactor: joints.restraint[input.restraint ?? 'medium'].factor,
    nitrogen: range(shielding.map((percent) => percent + gas.nitrogenPercent)),
    hydrogenGas: gas.hydrogen,
    hydrogenFactor: joints.processes[input.process ?? 'gtaw'].hydrogenFactor,
    dilution: dilution ?? range(dilutionFigures),
    shares: input.shares
      ? input.shares.map((share) => ({ min: share, mode: share, max: share }))
      : defaultShares(families, thicknessMm, input.aimedAt),
    fusible: fused || (type.fusible && input.technique === undefined && thickest <= joints.fusedWithoutRod.maximumMm),
    fused,
  };
}
