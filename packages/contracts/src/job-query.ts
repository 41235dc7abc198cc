import * as z from 'zod';
import { BOARD_COLUMNS } from './states';

const flag = z.enum(['true', 'false']).transform((text) => text === 'true');
/** A day of the years the database's calendar and everybody's agree on. */
const day = z.iso
  .date('give a day such as 2026-11-25')
  .refine((text) => text >= '1900-01-01' && text < '3000-01-01', 'give a day from 1900-01-01 on');

/** Query of the job list. */
export const jobQuerySchema = z.object({
  search: z.string().trim().max(100).optional(),
  /** Column of the board. */
  column: z.enum(BOARD_COLUMNS).optional(),
  environment: z.string().max(40).optional(),
  /** Rod last decided on; `no rod` finds joints fused without one. */
  rod: z.string().max(40).optional(),
  /** Material family of one of its pieces. */
  family: z.string().max(40).optional(),
  /** First and last day it may have come in. */
  from: day.optional(),
  to: day.optional(),
  /** Those somebody wanted to look at again by this day, and nobody has since. */
  lookAgainBy: day.optional(),
  withdrawn: flag.default(false),
  sort: z.enum(['updated', 'created', 'title']).default('updated'),
  limit: z.coerce.number().int().min(1).max(200).default(50),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
});
/** What to list, as it is understood. */
export type JobQuery = z.output<typeof jobQuerySchema>;
