import * as z from 'zod';
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

type Document = z.infer<typeof documentShape>;
type Path = (string | number)[];

/** Everything a document names by its id, list by list. */
const LISTS = ['pieces', 'joints', 'decisions', 'photos', 'preparation', 'weld', 'record'] as const;

/** What points at something that is not there, or stands twice: each with where it is. */
function* loose(document: Document): Generator<readonly [Path, string]> {
  const seen = new Set<string>([document.job.id]);
  const idsOf = (all: readonly { readonly id: string }[]): ReadonlySet<string> => new Set(all.map((one) => one.id));
  const people = idsOf(document.people);
  const meters = idsOf(document.meters);
  const pieces = idsOf(document.pieces);
  const joints = idsOf(document.joints);
  const photos = idsOf(document.photos);
  const records = idsOf([...document.record, ...document.weld]);
  const once = function* (path: Path, one: { readonly id: string }): Generator<readonly [Path, string]> {
    if (seen.has(one.id)) yield [[...path, 'id'], 'stands here twice'];
    seen.add(one.id);
  };
  const author = function* (path: Path, who: string | null): Generator<readonly [Path, string]> {
    if (who !== null && !people.has(who)) yield [[...path, 'madeBy'], 'names nobody among the people'];
  };
  const joint = function* (path: Path, of: string | null): Generator<readonly [Path, string]> {
    if (of !== null && !joints.has(of)) yield [path, 'names no joint of this job'];
  };
  for (const list of ['people', 'meters'] as const)
    for (const [index, one] of document[list].entries()) yield* once([list, index], one);
  yield* author(['job'], document.job.madeBy);
  for (const list of LISTS)
    for (const [index, one] of document[list].entries()) {
      yield* once([list, index], one);
      if (one.jobId !== document.job.id) yield [[list, index, 'jobId'], 'names another job'];
      yield* author([list, index], one.madeBy);
    }
  for (const [index, piece] of document.pieces.entries())
    for (const [at, test] of piece.tests.entries()) {
      const path: Path = ['pieces', index, 'tests', at];
      yield* once(path, test);
      if (test.pieceId !== piece.id) yield [[...path, 'pieceId'], 'names another piece'];
      yield* author(path, test.madeBy);
    }
  for (const [index, one] of document.joints.entries()) {
    yield* joint(['joints', index, 'alikeTo'], one.alikeTo);
    for (const [at, { piece }] of one.sides.entries())
      if (!pieces.has(piece)) yield [['joints', index, 'sides', at, 'piece'], 'names no piece of this job'];
  }
  for (const list of ['decisions', 'weld', 'record'] as const)
    for (const [index, { jointId }] of document[list].entries()) yield* joint([list, index, 'jointId'], jointId);
  for (const [index, { pieceId }] of document.photos.entries())
    if (pieceId !== null && !pieces.has(pieceId)) yield [['photos', index, 'pieceId'], 'names no piece of this job'];
  for (const [index, { entry }] of document.record.entries()) {
    const path: Path = ['record', index, 'entry'];
    if (entry.kind === 'finding' && entry.photo !== null && !photos.has(entry.photo))
      yield [[...path, 'photo'], 'names no picture of this job'];
    if ((entry.kind === 'confirm' || entry.kind === 'quote-accepted') && !records.has(entry.of))
      yield [[...path, 'of'], 'names nothing that was logged or recorded'];
  }
  for (const [index, one] of document.readings.entries()) {
    if (!meters.has(one.meter)) yield [['readings', index, 'meter'], 'names no meter of this document'];
    yield* joint(['readings', index, 'joint'], one.joint);
  }
}

/** A whole job as it is handed on: everything that was typed, tested, logged and found, with who did. */
export const jobDocumentSchema = documentShape.superRefine((document, context) => {
  for (const [path, message] of loose(document)) context.addIssue({ code: 'custom', path, message });
});
export type JobDocument = Document;

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
