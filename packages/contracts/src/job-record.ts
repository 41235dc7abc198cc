import {
  CRACK_PLACES,
  findingFaults,
  INSPECTION_LINES,
  INSPECTION_METHODS,
  OUTCOMES,
  QUOTE_STAGES,
} from '@variatum/metallurgy';
import * as z from 'zod';
import { day, id, madeBy, stamp, text } from './fields';
import { acceptanceProfileSchema } from './workshop';

const along = z.number().min(0, 'give a place on the seam').max(20000, 'give a place on the seam');

const figure = z.number().min(0).max(100_000_000);
const spreadSchema = z.strictObject({ median: figure, range90: z.tuple([figure, figure]) });
const quoteLineSchema = z.strictObject({
  id: z.string().max(40),
  title: z.string().max(80),
  quantity: spreadSchema,
  unit: z.enum(['min', 'g', 'L', 'pieces', '']),
  amount: spreadSchema.nullable(),
});

const findingSchema = z
  .strictObject({
    kind: z.literal('finding'),
    line: z.enum(INSPECTION_LINES),
    /** mm along the seam; null: all of it. */
    atMm: along.nullable(),
    /** mm, FN or nm of oxide, by the line. */
    value: z.number().nullable(),
    range90: z.tuple([z.number(), z.number()]).nullable(),
    choice: z.string().max(40).nullable(),
    by: z.enum(INSPECTION_METHODS),
    note: text(500),
    photo: id.nullable(),
  })
  .superRefine((finding, context) => {
    for (const { path, message } of findingFaults(finding))
      context.addIssue({ code: 'custom', path: [...path], message });
  });

/**
 * One thing recorded of a job after it was welded: what was found, who agrees, what was decided, how it did in service.
 */
export const jobRecordEntrySchema = z.discriminatedUnion('kind', [
  findingSchema,
  /** Somebody else looked and found the same. */
  z.strictObject({ kind: z.literal('confirm'), of: id }),
  /** Somebody decides on the joint, upon a profile as it stood then. */
  z.strictObject({
    kind: z.literal('verdict'),
    says: z.enum(['accepted', 'not-accepted']),
    profile: acceptanceProfileSchema,
    state: z.enum(['met', 'missed', 'open']),
    note: text(500),
  }),
  /** It went to work. */
  z.strictObject({ kind: z.literal('in-service'), on: day }),
  /** What the job was said to come to. */
  z.strictObject({
    kind: z.literal('quote'),
    currency: text(8),
    total: spreadSchema,
    minutes: spreadSchema,
    lines: z.array(quoteLineSchema).max(40),
    note: text(500),
  }),
  /** A quote was agreed to. */
  z.strictObject({ kind: z.literal('quote-accepted'), of: id }),
  /** Minutes of a stage: what it took, or what somebody reckons with. */
  z.strictObject({
    kind: z.literal('minutes'),
    of: z.enum(['plan', 'work']),
    stage: z.enum(QUOTE_STAGES),
    minutes: z
      .number('give minutes, such as 25')
      .min(0, 'give 0 minutes or more')
      .max(10_000, 'give at most 10000 minutes'),
  }),
  /** It is to be looked at again. */
  z.strictObject({ kind: z.literal('look-again'), on: day }),
  /** It was seen again. */
  z.strictObject({
    kind: z.literal('seen'),
    on: day,
    outcome: z.enum(OUTCOMES),
    /** Where it cracked or leaked; null: not said, or not so. */
    where: z.enum(CRACK_PLACES).nullable(),
    note: text(500),
  }),
]);
export type JobRecordEntry = z.infer<typeof jobRecordEntrySchema>;

/** A thing recorded: only ever added; a wrong one is struck out. */
export const jobRecordSchema = z.object({
  id,
  jobId: id,
  /** null: of the job as a whole. */
  jointId: id.nullable(),
  /** When it was recorded, by the clock of the device. */
  at: stamp,
  entry: jobRecordEntrySchema,
  madeBy,
  version: z.int(),
  createdAt: stamp,
  struckOutAt: stamp.nullable(),
  struckOutReason: z.string().nullable(),
});
export type JobRecord = z.infer<typeof jobRecordSchema>;

/** Body that records something. */
export const newJobRecordSchema = z.strictObject({
  id: id.optional(),
  jointId: id.nullable(),
  at: stamp,
  entry: jobRecordEntrySchema,
});
export type NewJobRecord = z.output<typeof newJobRecordSchema>;
