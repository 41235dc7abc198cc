import * as z from 'zod';
import { id, named, stamp, version } from './fields';
import { compositionSchema } from './questions';

/** Kinds of meters, and the unit each shows. */
export const METER_KINDS = { oxygen: 'ppm', temperature: '°C', ferrite: 'FN', analyser: '%' } as const;
/** What a meter measures. */
export type MeterKind = keyof typeof METER_KINDS;
/** Where a meter looks: at the gas that leaves the part, at the air of the room, at the metal of a joint. */
export const METER_PLACES = ['vent', 'room', 'joint'] as const;
/** Where a meter looks. */
export type MeterPlace = (typeof METER_PLACES)[number];

/** What a meter is used for just now. */
export const meterUseSchema = z.strictObject({
  job: id,
  /** Joint it looks at; null: the job as a whole. */
  joint: id.nullable(),
  place: z.enum(METER_PLACES),
});
export type MeterUse = z.infer<typeof meterUseSchema>;

const lagS = z.number().min(0.1, 'give 0.1 to 300 s').max(300, 'give 0.1 to 300 s').nullable();

/** A meter that sends what it shows. */
export const meterSchema = z.object({
  id,
  kind: z.enum(Object.keys(METER_KINDS) as [MeterKind, ...MeterKind[]]),
  name: z.string(),
  /** Time constant of its lag, s; null: not known. */
  lagS: z.number().nullable(),
  use: meterUseSchema.nullable(),
  /** When it was heard last; null: never. */
  heardAt: stamp.nullable(),
  version: z.int(),
  withdrawnAt: stamp.nullable(),
});
export type Meter = z.infer<typeof meterSchema>;

/** Body that adds a meter. */
export const newMeterSchema = z.strictObject({
  kind: meterSchema.shape.kind,
  name: named(60, 'give the meter a name'),
  lagS: lagS.default(null),
});
export type NewMeter = z.input<typeof newMeterSchema>;
/** Body that changes a meter. */
export const meterPatchSchema = z
  .strictObject({ name: named(60, 'give the meter a name'), lagS, use: meterUseSchema.nullable() })
  .partial()
  .extend({ version });
export type MeterPatch = z.infer<typeof meterPatchSchema>;

/** A meter with the key it sends under: told once. */
export const meterWithKeySchema = z.object({ meter: meterSchema, key: z.string() });
export type MeterWithKey = z.infer<typeof meterWithKeySchema>;

/** What a meter showed at a moment. */
export const readingSchema = z.object({
  meter: id,
  at: stamp,
  /** In the unit of its kind; null: nothing came, or it was an analysis. */
  value: z.number().nullable(),
  /** Of an analyser, mass percent. */
  composition: compositionSchema.optional(),
});
export type Reading = z.infer<typeof readingSchema>;

/** Readings as the live stream tells them. */
export const toldReadingsSchema = z.object({ workshop: id, readings: z.array(readingSchema) });
export type ToldReadings = z.infer<typeof toldReadingsSchema>;

/** Readings of a job that are kept, oldest first. */
export const keptReadingsSchema = z.object({
  readings: z.array(readingSchema.extend({ joint: id.nullable(), place: z.enum(METER_PLACES) })),
  /** Whether there are older ones that are not among these. */
  more: z.boolean(),
  /** Moment of the answer by the clock of the server. */
  now: stamp.optional(),
});
export type KeptReadings = z.infer<typeof keptReadingsSchema>;

/** Most readings that are answered at once. */
export const MOST_READINGS = 5000;
/** What of the readings of a job is asked. */
export const readingsQuerySchema = z.strictObject({
  /** Not before this moment. */
  since: stamp.optional(),
});

/** Body that brings a trace in from a file. */
export const newTraceSchema = z.strictObject({
  /** Lines of `time,value`, the first one may name them. */
  csv: z.string().min(1, 'give the lines of the file').max(900_000, 'give at most 900 000 characters'),
  use: meterUseSchema.nullable().default(null),
});
/** What became of the lines of a trace. */
export const takenTraceSchema = z.object({ taken: z.int(), known: z.int() });

/** What became of lines a meter sent. */
export const takenLinesSchema = z.object({
  taken: z.int(),
  refused: z.int(),
  /** Why the last one was refused. */
  last: z.string().optional(),
});
export type TakenLines = z.infer<typeof takenLinesSchema>;

const value = (least: number, most: number, unit: string) =>
  z.number().min(least, `give ${least} to ${most} ${unit}`).max(most, `give ${least} to ${most} ${unit}`).nullable();
const moment = {
  /** When it was shown; left out: when it arrives. */
  at: stamp.optional(),
};
/** A line of the wire format, by what sends it. null: the meter sent, and saw nothing. */
export const METER_LINES = {
  oxygen: z.strictObject({ ...moment, ppm: value(0, 300_000, 'ppm') }),
  temperature: z.strictObject({ ...moment, tempC: value(-60, 1600, '°C') }),
  ferrite: z.strictObject({ ...moment, fn: value(0, 200, 'FN') }),
  analyser: z.strictObject({ ...moment, reading: compositionSchema.nullable() }),
} as const satisfies Readonly<Record<MeterKind, z.ZodType>>;
