import * as z from 'zod';
import { id } from './fields';

/** What somebody may do in a workshop. */
export const ROLES = ['owner'] as const;
/** What somebody may do in a workshop. */
export type Role = (typeof ROLES)[number];

/** On whose behalf a page works. */
export const sessionSchema = z.object({
  workshop: id,
  /** null while the program knows no people. */
  person: id.nullable(),
  role: z.enum(ROLES),
});
export type Session = z.infer<typeof sessionSchema>;
