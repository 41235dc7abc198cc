import * as z from 'zod';
import { documentFaults } from './document-faults';
import { id, madeBy, stamp } from './fields';
import { jobRecordSchema } from './job-record';
import { METER_PLACES, meterSchema, readingSchema } from './meters';
import { photoSchema } from './photo';
import { preparationTickSchema } from './preparation';
import {
  decisionSchema,
  fieldTestSchema,
  jobHeadSchema,
  jointRecordSchema,
  pieceSchema,
  rodStockSchema,
} from './records';
import { ROLES } from './session';
import { weldRecordSchema } from './weld';
import { workshopSchema } from './workshop';

/** Version of both documents: it grows when a program that reads the one before could no longer read them. */
export const DOCUMENT_VERSION = 1;
/** Largest document of one job that is taken, bytes: pictures and all. */
export const DOCUMENT_MOST_BYTES = 100_000_000;
/** Largest file of a workshop that is taken, bytes. */
export const WORKSHOP_MOST_BYTES = 8_000_000_000;

const made = { madeBy, createdAt: stamp };
/** A picture drawn anew may be larger than the one that was sent, bytes. */
export const KEPT_PICTURE_MOST_BYTES = 12_000_000;
/** Bytes as base64, a third longer than they are. */
const base64 = z
  .string()
  .max((KEPT_PICTURE_MOST_BYTES * 4) / 3)
  .regex(/^[A-Za-z0-9+/]*={0,2}$/, 'give the bytes as base64');

const head = <Format extends string>(format: Format) => ({
  format: z.literal(format, `not a ${format} document`),
  version: z.literal(DOCUMENT_VERSION, `written by another version of the program; this one reads ${DOCUMENT_VERSION}`),
  exportedAt: stamp,
});

/** Somebody who made something of it. They are known by name where it goes, and cannot sign in. */
const authorSchema = z.strictObject({ id, name: z.string().max(120) });
/** A meter, without the key it sends under. */
const sentMeterSchema = z.strictObject(meterSchema.pick({ id: true, kind: true, name: true, lagS: true }).shape);

const pieceInDocument = z.strictObject({
  ...pieceSchema.omit({ likelyFamily: true }).shape,
  // Files written before it was asked for are without it.
  gradeSource: pieceSchema.shape.gradeSource.default(null),
  ...made,
  tests: z.array(z.strictObject(fieldTestSchema.shape)),
});
const jointInDocument = z.strictObject({ ...jointRecordSchema.shape, ...made });
const photoInDocument = z.strictObject({
  ...photoSchema.shape,
  madeBy,
  /** The picture itself; null where it stands in a file beside the document. */
  file: base64.nullable(),
});
const readingInDocument = z.strictObject({
  ...readingSchema.shape,
  joint: id.nullable(),
  place: z.enum(METER_PLACES).nullable(),
});

const documentShape = z.strictObject({
  ...head('variatum-job'),
  /** Name of the workshop it comes from. */
  workshop: z.string().max(80),
  people: z.array(authorSchema),
  meters: z.array(sentMeterSchema),
  job: z.strictObject({ ...jobHeadSchema.shape, madeBy }),
  pieces: z.array(pieceInDocument),
  joints: z.array(jointInDocument),
  decisions: z.array(z.strictObject(decisionSchema.shape)),
  photos: z.array(photoInDocument),
  preparation: z.array(z.strictObject(preparationTickSchema.shape)),
  weld: z.array(z.strictObject(weldRecordSchema.shape)),
  record: z.array(z.strictObject(jobRecordSchema.shape)),
  readings: z.array(readingInDocument),
});

/** A whole job as it is handed on: everything that was typed, tested, logged and found, with who did. */
export const jobDocumentSchema = documentShape.superRefine((document, context) => {
  for (const { path, message } of documentFaults(document))
    context.addIssue({ code: 'custom', path: [...path], message });
});
export type JobDocument = z.infer<typeof documentShape>;

/** A whole workshop but for its jobs, which stand beside it: settings, stock, meters, people. */
export const workshopDocumentSchema = z.strictObject({
  ...head('variatum-workshop'),
  workshop: z.strictObject(workshopSchema.omit({ id: true, version: true }).shape),
  people: z.array(authorSchema.extend({ role: z.enum(ROLES) })),
  meters: z.array(sentMeterSchema.extend({ withdrawnAt: stamp.nullable() })),
  rodStock: z.array(z.strictObject(rodStockSchema.omit({ id: true, version: true }).shape)),
  /** Identifiers of its jobs, each in a file of its own. */
  jobs: z.array(id),
});
export type WorkshopDocument = z.infer<typeof workshopDocumentSchema>;

/** What became of a workshop that was brought in. */
export const takenWorkshopSchema = z.object({ jobs: z.int(), pictures: z.int(), readings: z.int() });
