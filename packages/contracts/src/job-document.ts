import { InputError, type FieldError } from '@variatum/metallurgy';
import * as z from 'zod';
import { documentFaults } from './document-faults';
import { id, madeBy, MOST_VERSION, rodName, stamp } from './fields';
import { parseWith } from './parse';
import { NO_MACHINE } from './job-machine';
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

/** Readings at most that belong to no job. */
const MOST_LOOSE_READINGS = 200_000;

const made = { madeBy, createdAt: stamp };
const position = z.int().min(0).max(1_000_000);
const pixels = z.int().min(1).max(100_000);
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
const authorSchema = z.strictObject({ id, name: z.string().min(1, 'a person has a name').max(120) });
/** A meter, without the key it sends under. */
const sentMeterSchema = z.strictObject({
  ...meterSchema.pick({ id: true, kind: true, lagS: true }).shape,
  name: z.string().min(1, 'a meter has a name').max(60),
});

/** Why something was struck out, as long as it may be typed. */
const struck = { struckOutReason: z.string().max(300).nullable() };
const rowVersion = z.int().min(1).max(MOST_VERSION);
const testInDocument = z.strictObject({
  ...fieldTestSchema.shape,
  ...struck,
  version: rowVersion,
  note: z.string().max(500),
});
const pieceInDocument = z.strictObject({
  ...pieceSchema.omit({ likelyFamily: true }).shape,
  // Files written before it was asked for are without it.
  gradeSource: pieceSchema.shape.gradeSource.default(null),
  ...made,
  position,
  version: rowVersion,
  tests: z.array(testInDocument),
});
const jointInDocument = z.strictObject({ ...jointRecordSchema.shape, ...made, position, version: rowVersion });
const decisionInDocument = z.strictObject({
  ...decisionSchema.shape,
  rod: rodName.nullable(),
  recommended: rodName.nullable(),
  engineVersion: z.string().max(40),
  seed: z.int().min(0).max(2_147_483_647),
  note: z.string().max(1000),
});
const photoInDocument = z.strictObject({
  ...photoSchema.shape,
  madeBy,
  widthPixels: pixels,
  heightPixels: pixels,
  caption: z.string().max(200),
  version: rowVersion,
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
  job: z.strictObject({
    ...jobHeadSchema.shape,
    // Files written before it was asked for are without it.
    machine: jobHeadSchema.shape.machine.default(NO_MACHINE),
    madeBy,
    version: rowVersion,
  }),
  pieces: z.array(pieceInDocument),
  joints: z.array(jointInDocument),
  decisions: z.array(decisionInDocument),
  photos: z.array(photoInDocument),
  preparation: z.array(z.strictObject(preparationTickSchema.shape)),
  weld: z.array(z.strictObject({ ...weldRecordSchema.shape, ...struck, version: rowVersion })),
  record: z.array(z.strictObject({ ...jobRecordSchema.shape, ...struck, version: rowVersion })),
  readings: z.array(readingInDocument),
});
/** A whole job as it is handed on: everything that was typed, tested, logged and found, with who did. */
export type JobDocument = z.infer<typeof documentShape>;

/** How many things of a kind a document holds at most: many times what a job comes to. */
const MOST = {
  people: 2000,
  meters: 500,
  pieces: 2000,
  joints: 2000,
  decisions: 5000,
  photos: 5000,
  preparation: 20_000,
  weld: 20_000,
  record: 20_000,
  readings: 200_000,
} as const satisfies Partial<Record<keyof JobDocument, number>>;
const MOST_TESTS = 2000;
/** Faults that are told of one document: then it is read no further. */
const MOST_FAULTS = 20;

/** What is wrong with a document so far; the last that is told ends the reading of it. */
class DocumentFaults {
  private readonly found: FieldError[] = [];

  /** @throws InputError once there are as many as are told */
  add(errors: readonly FieldError[], path: FieldError['path'] = []): void {
    for (const error of errors) {
      this.found.push({ path: [...path, ...error.path], message: error.message });
      if (this.found.length >= MOST_FAULTS) this.end();
    }
  }

  /** Reads a part of it by itself. @returns undefined where something is wrong with it */
  read<Schema extends z.ZodType>(
    schema: Schema,
    value: unknown,
    path: FieldError['path'] = [],
  ): z.output<Schema> | undefined {
    try {
      return parseWith(schema, value);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      this.add(error.errors, path);
      return undefined;
    }
  }

  /** @throws InputError where anything is wrong */
  end(): void {
    if (this.found.length > 0) throw new InputError(this.found);
  }
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Refuses lists that are longer than any can be, before anything in them is looked at. */
function boundLists(
  value: unknown,
  most: Readonly<Record<string, number>>,
  faults: DocumentFaults,
  path: FieldError['path'] = [],
): void {
  if (!isRecord(value)) return;
  for (const [name, longest] of Object.entries(most)) {
    const list = value[name];
    if (Array.isArray(list) && list.length > longest)
      faults.add([{ path: [...path, name], message: `holds ${list.length} things; at most ${longest} are taken` }]);
  }
}

/** Reads the things of a list one by one, so that many wrong ones cost no more than a few. */
function readList<Element extends z.ZodType>(
  element: Element,
  list: unknown,
  path: FieldError['path'],
  faults: DocumentFaults,
): z.output<Element>[] {
  if (!Array.isArray(list)) return [];
  // What is wrong is among the faults, and ends all of it.
  return list.map((one, index) => faults.read(element, one, [...path, index]) as z.output<Element>);
}

/**
 * Reads the document of a job. It is read list by list and thing by thing, and no further than the first faults.
 * @param value as it was parsed
 * @throws InputError naming every field found wrong until then
 */
export function readJobDocument(value: unknown): JobDocument {
  const faults = new DocumentFaults();
  boundLists(value, MOST, faults);
  const pieces = isRecord(value) && Array.isArray(value['pieces']) ? value['pieces'] : [];
  pieces.forEach((piece: unknown, index) => boundLists(piece, { tests: MOST_TESTS }, faults, ['pieces', index]));
  faults.end();
  const { shape } = documentShape;
  const lists = Object.keys(MOST) as (keyof typeof MOST)[];
  const emptied = isRecord(value)
    ? { ...value, ...Object.fromEntries(lists.flatMap((name) => (Array.isArray(value[name]) ? [[name, []]] : []))) }
    : value;
  const head = faults.read(documentShape, emptied);
  const given = isRecord(value) ? value : {};
  const read = lists.map((name) => [name, readList(shape[name].element, given[name], [name], faults)]);
  faults.end();
  // Each list by its own name: taken together that is all of the shape again.
  const document = { ...head, ...Object.fromEntries(read) } as JobDocument;
  for (const fault of documentFaults(document)) faults.add([fault]);
  faults.end();
  return document;
}

/** Reads readings that belong to no job. @throws InputError naming every field found wrong until it was enough */
export function readLooseReadings(value: unknown): JobDocument['readings'] {
  const faults = new DocumentFaults();
  boundLists({ readings: value }, { readings: MOST_LOOSE_READINGS }, faults);
  faults.end();
  if (!Array.isArray(value)) throw new InputError([{ path: [], message: 'give a list of readings' }]);
  const readings = readList(readingInDocument, value, [], faults);
  faults.end();
  return readings;
}

const workshopShape = z.strictObject({
  ...head('variatum-workshop'),
  workshop: z.strictObject(workshopSchema.omit({ id: true, version: true }).shape),
  people: z.array(authorSchema.extend({ role: z.enum(ROLES) })),
  meters: z.array(sentMeterSchema.extend({ withdrawnAt: stamp.nullable() })),
  rodStock: z.array(
    z.strictObject({
      ...rodStockSchema.omit({ id: true, version: true }).shape,
      rod: rodName,
      note: z.string().max(300),
    }),
  ),
  /** Identifiers of its jobs, each in a file of its own. */
  jobs: z.array(id),
});
/** A whole workshop but for its jobs, which stand beside it: settings, stock, meters, people. */
export type WorkshopDocument = z.infer<typeof workshopShape>;

/** Reads the document of a workshop. @throws InputError naming every field found wrong until it was enough */
export function readWorkshopDocument(value: unknown): WorkshopDocument {
  const faults = new DocumentFaults();
  boundLists(value, { people: 20_000, meters: 5000, rodStock: 1000, jobs: 50_000 }, faults);
  faults.end();
  const read = faults.read(workshopShape, value);
  faults.end();
  return read as WorkshopDocument;
}

/** What became of a workshop that was brought in. */
export const takenWorkshopSchema = z.object({ jobs: z.int(), pictures: z.int(), readings: z.int() });
