import { LIMITS } from '@variatum/metallurgy';
import * as z from 'zod';

/** Text without blanks around it, at most so many characters. */
export const text = (longest: number): z.ZodString => z.string().trim().max(longest);
/**
 * A number within what the program takes.
 * @param name of the limits
 * @param unit said with them when it lies outside
 * @example limited('supplyVolts', 'V') // "give 90 to 700 V"
 */
export function limited(name: keyof typeof LIMITS, unit: string, what = ''): z.ZodNumber {
  const [low, high] = LIMITS[name];
  const message = `give ${what && `${what} from `}${low} to ${high} ${unit}`;
  return z.number().min(low, message).max(high, message);
}
/** A quantity: its value, within what the program takes, and what was typed. */
export const quantity = (...value: Parameters<typeof limited>): QuantitySchema =>
  z.strictObject({ value: limited(...value).nullable(), typed: text(40) });
type QuantitySchema = z.ZodObject<{ value: z.ZodNullable<z.ZodNumber>; typed: z.ZodString }, z.core.$strict>;
/** Moment in time, ISO 8601 with its offset. */
export const stamp = z.iso.datetime({ offset: true });
/** Identifier of a row. */
export const id = z.uuid();
/** Person something was made by; null: made while the program knew no people. */
export const madeBy = id.nullable();
/** Largest version a change may be typed upon: the next one must still fit a whole number of 32 bits. */
export const MOST_VERSION = 2_147_483_646;
/** Version a change was typed upon. */
export const version = z.int().min(1).max(MOST_VERSION);
/** Body of a request that changes nothing but a state, upon a version. */
export const versionBodySchema = z.strictObject({ version });
