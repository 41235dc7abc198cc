import { COATINGS, FORMS, NOT_GIVEN, PIECE_CONDITIONS } from '@variatum/metallurgy';
import * as z from 'zod';
import { jointSchema, serviceSchema, testEntrySchema } from './questions';
import { id, MOST_VERSION, quantity, stamp, text, version } from './fields';
import { photoSchema } from './photo';
import { JOB_STATES, STAGES } from './states';

export const jobStateSchema = z.enum(JOB_STATES);

export const stageSchema = z.enum(STAGES);

const jobServiceSchema = serviceSchema.omit({ temperatureC: true });
const temperature = quantity('temperatureC', '°C', 'a temperature');

const jobFields = {
  title: text(120).min(1, 'give the job a name'),
  item: text(2000),
  state: jobStateSchema,
  stage: stageSchema,
  /** What it must live through, but for the temperatures. */
  service: jobServiceSchema,
  /** Coldest and hottest temperature; they count once both are known and in order. */
  temperaturesC: z.tuple([temperature, temperature]),
};

/** What stands in a job itself: the answer to a change of it. */
export const jobHeadSchema = z.object({
  id,
  ...jobFields,
  version: z.int(),
  createdAt: stamp,
  updatedAt: stamp,
  withdrawnAt: stamp.nullable(),
});
export type JobHead = z.infer<typeof jobHeadSchema>;

/** A job without its pieces, as the board lists it. */
export const jobSchema = jobHeadSchema.extend({
  /** Short line of the last decision, or null. */
  lastRod: z.string().nullable(),
  pieceCount: z.int(),
  /** Material families of its pieces: of the grade taken as known, or of the likeliest one. */
  families: z.array(z.string()),
});
export type Job = z.infer<typeof jobSchema>;

/** Body that creates a job; an id chosen by the client makes a repeated request harmless. */
export const newJobSchema = z.strictObject({
  id: id.optional(),
  title: jobFields.title,
  item: jobFields.item.default(''),
  state: jobStateSchema.default('bench'),
  stage: stageSchema.default('job'),
  service: jobFields.service.default({}),
  temperaturesC: jobFields.temperaturesC.default([NOT_GIVEN, NOT_GIVEN]),
});
export type NewJob = z.input<typeof newJobSchema>;

/** Body that changes a job. */
export const jobPatchSchema = z.strictObject(jobFields).partial().extend({ version });
export type JobPatch = z.infer<typeof jobPatchSchema>;

const pieceFields = {
  name: text(80).min(1, 'give the piece a name'),
  kind: z.enum(['base', 'old-weld']),
  /** What kind of part it is, by the id of an item family. */
  itemFamily: z.string().max(60).nullable(),
  form: z.enum(FORMS).nullable(),
  thicknessMm: quantity('thicknessMm', 'mm', 'a thickness'),
  size: text(80),
  outsideMm: quantity('outsideMm', 'mm', 'an outside diameter'),
  condition: z.enum(PIECE_CONDITIONS.map(({ id: name }) => name)).nullable(),
  /** Marks on the piece, as read. */
  marks: text(200),
  coating: z.enum(COATINGS).nullable(),
  origin: text(500),
  /** Grade taken as known, or null. */
  grade: z.string().max(40).nullable(),
  /** Rod of an old weld taken as known, or null. */
  weldMetal: z.string().max(40).nullable(),
};

/** A logged field test; a wrong one is struck out, never erased. */
export const fieldTestSchema = z.object({
  id,
  pieceId: id,
  entry: testEntrySchema,
  note: z.string(),
  version: z.int(),
  createdAt: stamp,
  struckOutAt: stamp.nullable(),
  struckOutReason: z.string().nullable(),
});
export type FieldTestRecord = z.infer<typeof fieldTestSchema>;
/** What was done in a test, and what came of it. */
export type LoggedEntry = FieldTestRecord['entry'];

/** A piece of a job with its log. */
export const pieceSchema = z.object({
  id,
  jobId: id,
  position: z.int(),
  ...pieceFields,
  /** Material family of the likeliest grade, as the server reckons it; null for an old weld that is not known. */
  likelyFamily: z.string().nullable(),
  version: z.int(),
  withdrawnAt: stamp.nullable(),
  tests: z.array(fieldTestSchema),
});
export type Piece = z.infer<typeof pieceSchema>;

/** Body that adds a piece. */
export const newPieceSchema = z.strictObject({
  id: id.optional(),
  name: pieceFields.name,
  kind: pieceFields.kind.default('base'),
  itemFamily: pieceFields.itemFamily.default(null),
  form: pieceFields.form.default(null),
  thicknessMm: pieceFields.thicknessMm.default(NOT_GIVEN),
  size: pieceFields.size.default(''),
  outsideMm: pieceFields.outsideMm.default(NOT_GIVEN),
  condition: pieceFields.condition.default(null),
  marks: pieceFields.marks.default(''),
  coating: pieceFields.coating.default(null),
  origin: pieceFields.origin.default(''),
  grade: pieceFields.grade.default(null),
  weldMetal: pieceFields.weldMetal.default(null),
});
export type NewPiece = z.input<typeof newPieceSchema>;

/** Body that changes a piece. */
export const piecePatchSchema = z.strictObject(pieceFields).partial().extend({ version });
export type PiecePatch = z.infer<typeof piecePatchSchema>;

/** Body that logs a field test. */
export const newFieldTestSchema = z.strictObject({
  id: id.optional(),
  entry: testEntrySchema,
  note: text(500).default(''),
});
export type NewFieldTest = z.input<typeof newFieldTestSchema>;

/** Body that strikes a test out. */
export const strikeOutSchema = z.strictObject({ reason: text(300).min(1, 'say why the entry is wrong') });

/** The joint of a job. */
export const jointRecordSchema = z.object({ id, jobId: id, joint: jointSchema, version: z.int() });
export type JointRecord = z.infer<typeof jointRecordSchema>;
/** A joint as it is described. */
export type JointDescription = JointRecord['joint'];

/** Body that sets the joint; version 0 when there is none yet. */
export const jointPutSchema = z.strictObject({ version: z.int().min(0).max(MOST_VERSION), joint: jointSchema });
export type JointPut = z.infer<typeof jointPutSchema>;

/** A decision in brief, as lists carry it: which rod, by which engine and seed, and why. */
export const decisionBriefSchema = z.object({
  id,
  jobId: id,
  rod: z.string().nullable(),
  recommended: z.string().nullable(),
  engineVersion: z.string(),
  seed: z.int(),
  note: z.string(),
  createdAt: stamp,
});
export type DecisionBrief = z.infer<typeof decisionBriefSchema>;

/** A whole decision: with what was asked and all that came out, some hundred kilobytes; read from an address of its own. */
export const decisionSchema = decisionBriefSchema.extend({
  question: z.record(z.string(), z.unknown()),
  result: z.record(z.string(), z.unknown()),
});
export type Decision = z.infer<typeof decisionSchema>;

/** Body that records a decision: the server computes the result itself from the job as it stands. */
export const newDecisionSchema = z.strictObject({
  id: id.optional(),
  rod: z.string().max(40).nullable(),
  seed: z.int().min(0).max(2147483647).default(1),
  note: text(1000).default(''),
});
export type NewDecision = z.input<typeof newDecisionSchema>;

/** A job with everything on it. */
export const jobDetailSchema = jobSchema.extend({
  pieces: z.array(pieceSchema),
  joint: jointRecordSchema.nullable(),
  decisions: z.array(decisionBriefSchema),
  photos: z.array(photoSchema),
});
export type JobDetail = z.infer<typeof jobDetailSchema>;

const diameter = quantity('rodDiameterMm', 'mm', 'a diameter');

/** What the workshop has of a rod. */
export const rodStockSchema = z.object({
  id,
  rod: z.string(),
  inStock: z.boolean(),
  diameterMm: diameter,
  note: z.string(),
  version: z.int(),
});
export type RodStock = z.infer<typeof rodStockSchema>;

/** Body that sets what is in stock of one rod. */
export const rodStockPutSchema = z.strictObject({
  inStock: z.boolean(),
  diameterMm: diameter.default(NOT_GIVEN),
  note: text(300).default(''),
});
export type RodStockPut = z.input<typeof rodStockPutSchema>;

/** RFC 9457 problem document. */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  current: z.unknown().optional(),
  /** Of a change that could not be answered for: whether it is sure that nothing was saved. */
  saved: z.enum(['nothing', 'not-known']).optional(),
});
export type Problem = z.infer<typeof problemSchema>;
