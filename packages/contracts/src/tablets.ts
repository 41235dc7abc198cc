import * as z from 'zod';
import { id, stamp, text } from './fields';

/** A browser that belongs to the bench: people of the workshop change on it by a short number. */
export const tabletSchema = z.object({
  id,
  name: z.string(),
  since: stamp,
  endedAt: stamp.nullable(),
  /** Whether it is the browser that asks. */
  here: z.boolean(),
});
export type Tablet = z.infer<typeof tabletSchema>;

/** Body that makes a tablet of the browser it comes from. */
export const newTabletSchema = z.strictObject({ name: text(60).min(1, 'give a name') });
