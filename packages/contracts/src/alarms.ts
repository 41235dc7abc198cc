import { ALARMS } from '@variatum/metallurgy';
import * as z from 'zod';
import { id, stamp } from './fields';

/** What a meter calls for, as the server heard it: it stands until readings, or whoever works there, end it. */
export const alarmSchema = z.object({
  id,
  jobId: id,
  /** null: the job has no joint, or it is for a room. */
  jointId: id.nullable(),
  meterId: id,
  what: z.enum(ALARMS),
  /** What the meter showed, ppm. */
  ppm: z.number(),
  /** Moment of the reading that called, or of the last one before silence. */
  startedAt: stamp,
  /** null: it stands. */
  endedAt: stamp.nullable(),
  version: z.int(),
});
export type StandingAlarm = z.infer<typeof alarmSchema>;
