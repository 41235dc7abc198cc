import * as z from 'zod';

/** Text without blanks around it, at most so many characters. */
export const text = (longest: number): z.ZodString => z.string().trim().max(longest);
/** Moment in time, ISO 8601 with its offset. */
export const stamp = z.iso.datetime({ offset: true });
/** Identifier of a row. */
export const id = z.uuid();
/** Largest version a change may be typed upon: the next one must still fit a whole number of 32 bits. */
export const MOST_VERSION = 2_147_483_646;
/** Version a change was typed upon. */
export const version = z.int().min(1).max(MOST_VERSION);
/** Body of a request that changes nothing but a state, upon a version. */
export const versionBodySchema = z.strictObject({ version });
