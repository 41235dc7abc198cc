import joints from '../../data/joints.json';
import type { Process } from '../catalogue';
import { checkShares } from './check-shares';
import { isWithin, LIMITS } from '../piece';
import { checkName, InputError, type FieldError, type FieldPath } from '../errors';

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
/** What lies behind the root while it is welded. */
export type BackShielding = keyof typeof joints.backShielding;
/** All ways of shielding the back. */
export const BACK_SHIELDINGS = Object.keys(joints.backShielding) as [BackShielding, ...BackShielding[]];
/** Gases that may lie behind the root. */
export type BackGas = keyof typeof joints.backGases;
/** All gases that may lie behind the root. */
export const BACK_GASES = Object.keys(joints.backGases) as [BackGas, ...BackGas[]];
/** Names of welding techniques that set the dilution. */
export type Technique = keyof typeof joints.techniques;
export const TECHNIQUES = Object.keys(joints.techniques) as [Technique, ...Technique[]];

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
  readonly backShielding?: BackShielding | undefined;
  /** What gas lies behind the root; argon when left out. */
  readonly backGas?: BackGas | undefined;
  readonly dilution?: number | ShareRange | undefined;
  /** Share of each piece in the melted base metal; sums to 1. */
  readonly shares?: readonly number[] | undefined;
  /** Piece the arc is aimed at, 0-based. */
  readonly aimedAt?: number | undefined;
}

/** The names a joint may use, with their titles. */
export const JOINTS = joints;

/**
 * Checks a joint as it was described.
 * @param pieces how many pieces meet in it, 1 to 4
 * @param path where it stands in the input, for errors
 * @throws InputError naming every faulty field
 */
export function checkJoint(input: JointInput, pieces: number, path: FieldPath = ['joint']): void {
  const errors: FieldError[] = [];
  const oneOf = (
    field: 'type' | 'technique' | 'process' | 'restraint' | 'shielding' | 'gas' | 'backShielding' | 'backGas',
    allowed: readonly string[],
  ): void => checkName(input[field], allowed, [...path, field], errors);
  if (input.type === undefined)
    errors.push({ path: [...path, 'type'], message: `missing; use one of ${Object.keys(joints.types).join(', ')}` });
  oneOf('type', Object.keys(joints.types));
  oneOf('technique', Object.keys(joints.techniques));
  oneOf('process', Object.keys(joints.processes));
  oneOf('restraint', RESTRAINTS);
  oneOf('shielding', SHIELDINGS);
  oneOf('gas', GASES);
  oneOf('backShielding', BACK_SHIELDINGS);
  oneOf('backGas', BACK_GASES);
  checkThickness(input.thicknessMm, path, errors);
  checkDilution(input.dilution, path, errors);
  checkShares(input.shares, Math.max(1, Math.min(MOST_PIECES, pieces)), 'piece', [...path, 'shares'], errors);
  if (errors.length > 0) throw new InputError(errors);
}

/** Thicknesses as given, as a list; the last one holds for the pieces after it. */
export const thicknessesOf = (input: JointInput['thicknessMm']): readonly number[] =>
  input === undefined ? [] : typeof input === 'number' ? [input] : input;

function checkThickness(input: JointInput['thicknessMm'], path: FieldPath, errors: FieldError[]): void {
  thicknessesOf(input).forEach((value, index) => {
    if (!isWithin(value, LIMITS.thicknessMm))
      errors.push({
        path: Array.isArray(input) ? [...path, 'thicknessMm', index] : [...path, 'thicknessMm'],
        message: `give a thickness from ${LIMITS.thicknessMm.join(' to ')} mm`,
      });
  });
}

/** A share as given, as a range; a single figure is taken as certain. */
export const rangeOf = (input: number | ShareRange): ShareRange =>
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
