import { findRod, LIMITS } from '@variatum/metallurgy';
import * as z from 'zod';

/** Text without blanks around it, at most so many characters. */
export const text = (longest: number): z.ZodString => z.string().trim().max(longest);
/** A name: something to say, on one line. @param what it is asked for as */
export const named = (longest: number, what: string): z.ZodString =>
  text(longest)
    .min(1, what)
    .regex(/[\p{L}\p{N}]/u, what)
    .regex(/^[^\p{Cc}\p{Cf}]*$/u, 'holds signs that are no letters; type the name anew');
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
/** Years moments lie in: what is earlier or later is a slip, and comes back from a database as another year. */
const YEARS = [1970, 2200] as const;
const MOMENTS = [Date.UTC(YEARS[0], 0, 1), Date.UTC(YEARS[1], 0, 1)] as const;
const AMONG = `give a moment from ${YEARS[0]} to ${YEARS[1] - 1}`;
/** Whether a moment, ms since 1970, is one that can be kept. */
export const isKeepableMoment = (ms: number): boolean => ms >= MOMENTS[0] && ms < MOMENTS[1];
/** Whether text that is a moment is one that can be kept; what is none is said otherwise. */
const isKeepable = (moment: string): boolean => {
  const ms = Date.parse(moment);
  return Number.isNaN(ms) || isKeepableMoment(ms);
};
/** Moment in time, ISO 8601 with its offset. */
export const stamp = z.iso.datetime({ offset: true }).refine(isKeepable, AMONG);
/** A day, as somebody names it. */
export const day = z.iso.date('give a day, such as 2026-03-14').refine(isKeepable, AMONG);
/** Identifier of a row. */
export const id = z.uuid();
/** A rod, by its name in the catalogue. */
export const rodName = z
  .string()
  .max(40)
  .refine((name) => findRod(name) !== undefined, 'not in the catalogue of rods');
/** Person something was made by; null: made while the program knew no people. */
export const madeBy = id.nullable();
/** Largest version a change may be typed upon: the next one must still fit a whole number of 32 bits. */
export const MOST_VERSION = 2_147_483_646;
/** Version a change was typed upon. */
export const version = z.int().min(1).max(MOST_VERSION);
/** Body of a request that changes nothing but a state, upon a version. */
export const versionBodySchema = z.strictObject({ version });
