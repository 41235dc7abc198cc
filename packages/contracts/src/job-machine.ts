import * as z from 'zod';
import { id, limited } from './fields';

/** A socket a machine is plugged in at. */
export const socketSchema = z.strictObject({
  volts: limited('supplyVolts', 'V'),
  amperes: limited('supplyAmperes', 'A'),
  phases: z.union([z.literal(1), z.literal(3)]),
});

/** What a job is welded with. */
export const jobMachineSchema = z.strictObject({
  /** One of the workshop's machines; null: the first that does the process. */
  id: id.nullable(),
  /** The socket where it stands; null: the one the workshop says of the machine. */
  socket: socketSchema.nullable(),
});
export type JobMachine = z.infer<typeof jobMachineSchema>;

/** Nothing said of it. */
export const NO_MACHINE: JobMachine = { id: null, socket: null };
