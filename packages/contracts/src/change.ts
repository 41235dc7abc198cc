import * as z from 'zod';
import { id } from './fields';

/** A change somebody made, as the live stream tells it. */
export const changeSchema = z.object({
  workshop: id,
  kind: z.enum([
    'job',
    'piece',
    'field_test',
    'joint',
    'decision',
    'rod_stock',
    'workshop',
    'photo',
    'preparation_tick',
    'weld_entry',
    'job_record',
    'meter',
    'alarm',
  ]),
  id,
  /** Job the changed thing belongs to; null for what belongs to none. */
  job: id.nullable(),
  version: z.int(),
});
export type Change = z.infer<typeof changeSchema>;
