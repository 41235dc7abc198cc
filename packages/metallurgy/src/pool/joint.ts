import { power } from '../arithmetic';
import joints from '../../data/joints.json';
import { FAMILIES, type MaterialFamily, type Process } from '../catalogue';
import { LIMITS } from '../piece';
import { InputError, type FieldError, type FieldPath } from '../errors';

/** Names of joint types. */
export type JointType = keyof typeof joints.types;
/** Pieces one joint is reckoned with at most. */
export const MOST_PIECES = 4;
/** How fast the pieces are held while they cool. */
export const RESTRAINTS = ['low', 'medium', 'high'] as const;
/** How well the arc is covered. */
export const SHIELDINGS = ['good', 'poor'] as const;
/** Names of shielding gases. */
export type Gas = keyof typeof joints.gases;
/** All shielding gases. */
export const GASES = Object.keys(joints.gases) as [Gas, ...Gas[]];
/** Names of welding techniques that set the dilution. */
export type Technique = keyof typeof joints.techniques;

/** A triangular-like statement of a share: lowest, most likely, highest, each 0 to 1. */
export interface ShareRange {
  readonly min: number;
  readonly mode: number;
  readonly max: number;
}

/** A joint as described by the user; all but the type may be left out. */
export interface JointInput {
  readonly type: JointType;
  /** Thickness of each piece, mm, 0.1 to 300. */
  readonly thicknessMm?: number | readonly number[] | undefined;
  readonly technique?: Technique | undefined;
  readonly process?: Process | undefined;
  readonly restraint?: (typeof RESTRAINTS)[number] | undefined;
  readonly shielding?: (typeof SHIELDINGS)[number] | undefined;
  readonly gas?: Gas | undefined;
  readonly dilution?: number | ShareRange | undefined;
  /** Share of each piece in the melted base metal; sums to 1. */
  readonly shares?: readonly number[] | undefined;
  /** Piece the arc is aimed at, 0-based. */
  readonly aimedAt?: number | undefined;
}

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

/** The names a joint may use, with their titles. */
export const JOINTS = joints;

const range = ([min, mode, max]: readonly number[]): ShareRange => ({
  min: min as number,
  mode: mode as number,
  max: max as number,
});

/**
 * Checks a joint as it was described.
 * @param pieces how many pieces meet in it, 1 to 4
 * @param path where it stands in the input, for errors
 * @throws InputError naming every faulty field
 */
export function checkJoint(input: JointInput, pieces: number, path: FieldPath = ['joint']): void {
  const errors: FieldError[] = [];
  const oneOf = (field: string, value: string | undefined, allowed: readonly string[]): void => {
    if (value !== undefined && !allowed.includes(value))
      errors.push({ path: [...path, field], message: `"${value}" is not known; use one of ${allowed.join(', ')}` });
  };
  if (input.type === undefined)
    errors.push({ path: [...path, 'type'], message: `missing; use one of ${Object.keys(joints.types).join(', ')}` });
  oneOf('type', input.type, Object.keys(joints.types));
  oneOf('technique', input.technique, Object.keys(joints.techniques));
  oneOf('process', input.process, Object.keys(joints.processes));
  oneOf('restraint', input.restraint, Object.keys(joints.restraint));
  oneOf('shielding', input.shielding, Object.keys(joints.shielding));
  oneOf('gas', input.gas, GASES);
  checkThickness(input.thicknessMm, path, errors);
  checkDilution(input.dilution, path, errors);
  checkShares(input.shares, Math.max(1, Math.min(MOST_PIECES, pieces)), path, errors);
  if (errors.length > 0) throw new InputError(errors);
}

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
  const technique = input.technique ?? (type.technique as Technique);
  const recipe = joints.techniques[technique] as { dilution: number[]; byType?: Record<string, number[]> };
  const process = input.process && (joints.processes[input.process] as { dilution?: number[]; hydrogenFactor: number });
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

const thicknessesOf = (input: JointInput['thicknessMm']): readonly number[] =>
  input === undefined ? [] : typeof input === 'number' ? [input] : input;

function checkThickness(input: JointInput['thicknessMm'], path: FieldPath, errors: FieldError[]): void {
  thicknessesOf(input).forEach((value, index) => {
    if (typeof value !== 'number' || !(value >= LIMITS.thicknessMm[0] && value <= LIMITS.thicknessMm[1]))
      errors.push({
        path: Array.isArray(input) ? [...path, 'thicknessMm', index] : [...path, 'thicknessMm'],
        message: `give a thickness from ${LIMITS.thicknessMm.join(' to ')} mm`,
      });
  });
}

const rangeOf = (input: number | ShareRange): ShareRange =>
  typeof input === 'number' ? { min: input, mode: input, max: input } : input;

function checkDilution(input: JointInput['dilution'], path: FieldPath, errors: FieldError[]): void {
  if (input === undefined) return;
  const { min, mode, max } = rangeOf(input);
  const inside = [min, mode, max].every((share) => typeof share === 'number' && share >= 0 && share <= 1);
  if (!inside || min > mode || mode > max)
    errors.push({
      path: [...path, 'dilution'],
      message: 'give a fraction from 0 to 1, or {"min", "mode", "max"} in rising order',
    });
}

function checkShares(
  shares: readonly number[] | undefined,
  pieces: number,
  path: FieldPath,
  errors: FieldError[],
): void {
  if (shares === undefined) return;
  const sum = shares.reduce((total, share) => total + share, 0);
  if (shares.length !== pieces)
    errors.push({ path: [...path, 'shares'], message: `give ${pieces} shares, one for each piece` });
  else if (shares.some((share) => !(share >= 0 && share <= 1)) || Math.abs(sum - 1) > 1e-6)
    errors.push({ path: [...path, 'shares'], message: 'give fractions from 0 to 1 that add up to 1' });
}

/**
 * Shares of the pieces in the melted base metal: a thin or poorly conducting piece melts more than a thick one, and the arc
 * aimed at a piece melts more of it. The exponents are estimates in the data.
 */
function defaultShares(
  families: readonly MaterialFamily[],
  thicknessMm: readonly number[],
  aimedAt: number | undefined,
): readonly ShareRange[] {
  const { thicknessExponent, conductivityExponent, aimShift, halfWidth, bounds } = joints.shares;
  const weights = families.map(
    (family, index) =>
      power(thicknessMm[index] as number, -thicknessExponent) *
      power(FAMILIES[family].conductivityWPerMK, -conductivityExponent),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const pieces = families.length;
  return weights.map((weight, index) => {
    const shift = aimedAt === undefined || pieces < 2 ? 0 : index === aimedAt ? aimShift : -aimShift / (pieces - 1);
    const clamp = (share: number): number =>
      pieces === 1 ? 1 : Math.min(bounds[1] as number, Math.max(bounds[0] as number, share));
    const mode = clamp(weight / total + shift);
    return { min: clamp(mode - halfWidth), mode, max: clamp(mode + halfWidth) };
  });
}
