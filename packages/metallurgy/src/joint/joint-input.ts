import joints from '../../data/joints.json';
import type { Process } from '../catalogue';
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

/** Thicknesses as given, as a list; the last one holds for the pieces after it. */
export const thicknessesOf = (input: JointInput['thicknessMm']): readonly number[] =>
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
