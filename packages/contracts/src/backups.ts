import * as z from 'zod';
import { stamp } from './fields';

/** How the backups of the program stand. */
export const backupsSchema = z.object({
  /** When the last good one was made; null: none is there. */
  lastAt: stamp.nullable(),
  /** Whether it is so old, or none was made for so long, that somebody should look. */
  overdue: z.boolean(),
});
export type Backups = z.infer<typeof backupsSchema>;
