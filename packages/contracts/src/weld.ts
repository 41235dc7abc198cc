import {
  ALARMS,
  BEAD_KINDS,
  CRACK_PLACES,
  CRACK_TIMES,
  MAGNET_PULLS,
  OXYGEN_BY,
  OXYGEN_PLACES,
  PROCESSES,
  STOP_REASONS,
  TAKEN_BY,
} from '@variatum/metallurgy';
import * as z from 'zod';
import { id, limited, madeBy, rodName, stamp, text } from './fields';

const along = z.number().min(-20000, 'give a place on the seam').max(20000, 'give a place on the seam');
const rod = rodName.nullable();
const person = z.union([z.literal(0), z.literal(1)]);

/** One thing that happened at a joint, as it is logged. */
export const weldEntrySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('start'),
    bead: z.enum(BEAD_KINDS),
    pass: z.int().min(0).max(11),
    number: z.int().min(0).max(999),
    fromMm: along,
    toMm: along,
    amps: limited('machineAmperes', 'A').nullable(),
    rod,
    rodMm: limited('rodDiameterMm', 'mm').nullable(),
    lot: text(60),
    person,
    planned: z.int().min(1).max(9999).optional(),
    process: z.enum(PROCESSES).optional(),
  }),
  z.strictObject({ kind: z.literal('stop'), of: id, why: z.enum(STOP_REASONS), toMm: along.nullable() }),
  z.strictObject({
    kind: z.literal('temperature'),
    tempC: limited('temperatureC', '°C'),
    by: z.enum(TAKEN_BY),
  }),
  z.strictObject({ kind: z.literal('ferrite'), fn: limited('ferriteNumber', 'FN'), rod }),
  z.strictObject({ kind: z.literal('magnet'), pull: z.enum(MAGNET_PULLS), rod }),
  z.strictObject({
    kind: z.literal('crack'),
    where: z.enum(CRACK_PLACES),
    when: z.enum(CRACK_TIMES),
    rod,
    atMm: along.nullable(),
  }),
  z.strictObject({ kind: z.literal('alarm'), what: z.enum(ALARMS), value: z.number().min(0).max(1_000_000) }),
  z.strictObject({
    kind: z.literal('oxygen'),
    place: z.enum(OXYGEN_PLACES),
    ppm: z.number().min(0, 'give 0 to 300 000 ppm').max(300_000, 'give 0 to 300 000 ppm'),
  }),
  z.strictObject({ kind: z.literal('early-arc'), ppm: z.number().min(0).max(1_000_000), by: z.enum(OXYGEN_BY) }),
  z.strictObject({ kind: z.literal('confirmed'), of: id }),
  z.strictObject({
    kind: z.literal('meter-out'),
    meter: text(60),
    reason: text(200).min(1, 'say why'),
  }),
  z.strictObject({ kind: z.literal('note'), text: text(500).min(1, 'say something') }),
]);

/** An entry of the log of a joint: only ever added; a wrong one is struck out. */
export const weldRecordSchema = z.object({
  id,
  jobId: id,
  jointId: id,
  /** When it happened, by the clock of the device it was logged on. */
  at: stamp,
  entry: weldEntrySchema,
  madeBy,
  version: z.int(),
  createdAt: stamp,
  struckOutAt: stamp.nullable(),
  struckOutReason: z.string().nullable(),
});
export type WeldRecord = z.infer<typeof weldRecordSchema>;

/** Body that logs what happened. */
export const newWeldRecordSchema = z.strictObject({
  id: id.optional(),
  jointId: id,
  at: stamp,
  entry: weldEntrySchema,
});
export type NewWeldRecord = z.input<typeof newWeldRecordSchema>;
