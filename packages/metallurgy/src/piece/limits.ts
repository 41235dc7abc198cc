import data from '../../data/limits.json';
import { fromJson } from '../from-json';

/** Lowest and highest value of a quantity that is taken, in the unit its name says. */
export type Range = readonly [number, number];

/** Whether a value is a number that is taken. */
export const isWithin = (value: unknown, [lowest, highest]: Range): boolean =>
  typeof value === 'number' && value >= lowest && value <= highest;

/** What the program takes of each quantity people give. Beyond them lies a slip of the keys rather than a part. */
export const LIMITS = fromJson<Readonly<Record<keyof typeof data.ranges, Range>>>(data.ranges);
