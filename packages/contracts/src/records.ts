import {
  COATINGS,
  COURSES,
  ENDS,
  type FIT_SIZES,
  FORMS,
  LIMITS,
  MOST_PIECES,
  NOT_GIVEN,
  PIECE_CONDITIONS,
  SHAPES,
} from '@variatum/metallurgy';
import * as z from 'zod';
import { jointSchema, serviceSchema, testEntrySchema } from './questions';
import { id, limited, madeBy, quantity, stamp, text, version } from './fields';
import { jobMachineSchema } from './job-machine';
import { photoSchema } from './photo';
import { jointSettingsSchema, preparationTickSchema, purgePlanSchema } from './preparation';
import { NO_SEAM_ORDER, seamOrderSchema } from './seam-order';
import { JOB_STATES, STAGES, STANDINGS } from './states';
import { weldRecordSchema } from './weld';
import { jobRecordSchema } from './job-record';

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
  /** How the back of its joints is shielded. */
  purge: purgePlanSchema,
  /** Acceptance profile it is held to; null: by its service. */
  acceptance: z.string().min(1, 'name a profile').max(60).nullable(),
  /** What it is welded with. */
  machine: jobMachineSchema,
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

/** A job without its pieces and joints. */
export const jobSchema = jobHeadSchema.extend({
  /** Short line of the last decision, or null. */
  lastRod: z.string().nullable(),
  pieceCount: z.int(),
  /** Material families of its pieces: of the grade taken as known, or of the likeliest one. */
  families: z.array(z.string()),
});
export type Job = z.infer<typeof jobSchema>;

/** Body that changes a job. */
export const jobPatchSchema = z.strictObject(jobFields).partial().extend({ version });
export type JobPatch = z.infer<typeof jobPatchSchema>;

/** How a grade that is taken as known is known. */
export const GRADE_SOURCES = ['papers', 'analysis', 'stamp', 'told', 'tests'] as const;
export type GradeSource = (typeof GRADE_SOURCES)[number];
/**
 * What settles a grade: to learn from what one's own tests said, or from somebody's word, would teach them what they
 * said themselves.
 */
export const SETTLING_SOURCES: readonly GradeSource[] = ['papers', 'analysis', 'stamp'];

const pieceFields = {
  name: text(80).min(1, 'give the piece a name'),
  kind: z.enum(['base', 'old-weld']),
  /** What kind of part it is, by the id of an item family. */
  itemFamily: z.string().max(60).nullable(),
  form: z.enum(FORMS).nullable(),
  /** In space; null: as its form usually is. */
  shape: z.enum(SHAPES).nullable(),
  thicknessMm: quantity('thicknessMm', 'mm', 'a thickness'),
  size: text(80),
  outsideMm: quantity('outsideMm', 'mm', 'an outside diameter'),
  lengthMm: quantity('lengthMm', 'mm', 'a length'),
  /** Across something flat; over all of a ring. */
  widthMm: quantity('widthMm', 'mm', 'a width'),
  /** Outside diameter of a swaged or reduced end. */
  endOutsideMm: quantity('outsideMm', 'mm', 'an outside diameter'),
  bendDeg: quantity('bendDeg', '°', 'an angle'),
  /** How many alike there are. */
  count: z
    .int()
    .min(LIMITS.pieceCount[0], `give ${LIMITS.pieceCount.join(' to ')} pieces`)
    .max(LIMITS.pieceCount[1], `give ${LIMITS.pieceCount.join(' to ')} pieces`),
  condition: z.enum(PIECE_CONDITIONS.map(({ id: name }) => name)).nullable(),
  /** Marks on the piece, as read. */
  marks: text(200),
  coating: z.enum(COATINGS).nullable(),
  origin: text(500),
  /** Grade taken as known, or null. */
  grade: z.string().max(40).nullable(),
  /** How that is known; null: not said. */
  gradeSource: z.enum(GRADE_SOURCES).nullable(),
  /** Rod of an old weld taken as known, or null. */
  weldMetal: z.string().max(40).nullable(),
};

/** Where on a piece something was seen: share of its length, and hour round it. */
export const spotSchema = z.strictObject({ along: z.number().min(0).max(1), clock: limited('clock', "o'clock") });

/** A logged field test; a wrong one is struck out, never erased. */
export const fieldTestSchema = z.object({
  id,
  pieceId: id,
  entry: testEntrySchema,
  /** Where it was done; null: not said. */
  spot: spotSchema.nullable(),
  note: z.string(),
  madeBy,
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
  shape: pieceFields.shape.default(null),
  outsideMm: pieceFields.outsideMm.default(NOT_GIVEN),
  lengthMm: pieceFields.lengthMm.default(NOT_GIVEN),
  widthMm: pieceFields.widthMm.default(NOT_GIVEN),
  endOutsideMm: pieceFields.endOutsideMm.default(NOT_GIVEN),
  bendDeg: pieceFields.bendDeg.default(NOT_GIVEN),
  count: pieceFields.count.default(1),
  condition: pieceFields.condition.default(null),
  marks: pieceFields.marks.default(''),
  coating: pieceFields.coating.default(null),
  origin: pieceFields.origin.default(''),
  grade: pieceFields.grade.default(null),
  gradeSource: pieceFields.gradeSource.default(null),
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
  spot: spotSchema.nullable().default(null),
  note: text(500).default(''),
});
export type NewFieldTest = z.input<typeof newFieldTestSchema>;

/** Body that strikes a test out. */
export const strikeOutSchema = z.strictObject({ reason: text(300).min(1, 'say why the entry is wrong') });

/** One side of a joint: a piece, and where on it. What is null or not given follows from how the joint meets. */
export const jointSideSchema = z.strictObject({
  piece: id,
  end: z.enum(ENDS).nullable(),
  alongMm: quantity('alongMm', 'mm', 'a distance'),
  clock: limited('clock', "o'clock").nullable(),
});
export type JointSideRecord = z.infer<typeof jointSideSchema>;

/** How the edges are prepared and set. */
export const jointFitSchema = z.strictObject({
  gapMm: quantity('gapMm', 'mm', 'a gap'),
  landMm: quantity('landMm', 'mm', 'a land'),
  bevelDeg: quantity('bevelDeg', '°', 'an angle'),
  mismatchMm: quantity('mismatchMm', 'mm', 'a mismatch'),
  legMm: quantity('legMm', 'mm', 'a leg'),
} satisfies Record<(typeof FIT_SIZES)[number], z.ZodType>);
export type JointFitRecord = z.infer<typeof jointFitSchema>;

/** A fit of which nothing is said. */
export const NO_FIT: JointFitRecord = {
  gapMm: NOT_GIVEN,
  landMm: NOT_GIVEN,
  bevelDeg: NOT_GIVEN,
  mismatchMm: NOT_GIVEN,
  legMm: NOT_GIVEN,
};

const jointFields = {
  /** What people call it; empty: its number. */
  name: text(80),
  joint: jointSchema,
  /** Its pieces: the base metals in their order, an old weld after them. None yet: all pieces of the job. */
  sides: z.array(jointSideSchema).max(MOST_PIECES, `a joint has at most ${MOST_PIECES} pieces`),
  fit: jointFitSchema,
  /** Length of a crack, a bead or a seam shorter than what it follows. */
  lengthMm: quantity('lengthMm', 'mm', 'a length'),
  course: z.enum(COURSES).nullable(),
  /** The joint it is alike to: that one's description, choice and decision hold for it. */
  alikeTo: id.nullable(),
  /** Settings at the torch that are set otherwise than reckoned, by pass. */
  settings: jointSettingsSchema,
  /** Heat and order: who welds, within which limits, with which bars, and the plan that was chosen. */
  seamOrder: seamOrderSchema,
};

/** A joint of a job. */
export const jointRecordSchema = z.object({
  id,
  jobId: id,
  position: z.int(),
  ...jointFields,
  version: z.int(),
  withdrawnAt: stamp.nullable(),
});
export type JointRecord = z.infer<typeof jointRecordSchema>;
/** A joint as it is described. */
export type JointDescription = JointRecord['joint'];

/** Body that adds a joint. */
export const newJointSchema = z.strictObject({
  id: id.optional(),
  name: jointFields.name.default(''),
  joint: jointFields.joint,
  sides: jointFields.sides.default([]),
  fit: jointFields.fit.default(NO_FIT),
  lengthMm: jointFields.lengthMm.default(NOT_GIVEN),
  course: jointFields.course.default(null),
  alikeTo: jointFields.alikeTo.default(null),
  settings: jointFields.settings.default({}),
  seamOrder: jointFields.seamOrder.default(NO_SEAM_ORDER),
});
export type NewJoint = z.input<typeof newJointSchema>;

/** Body that changes a joint. */
export const jointPatchSchema = z.strictObject(jointFields).partial().extend({ version });
export type JointPatch = z.infer<typeof jointPatchSchema>;

/** Most pieces or joints a new job begins with. */
const MOST_AT_ONCE = 100;

/** Body that creates a job; an id chosen by the client makes a repeated request harmless. */
export const newJobSchema = z.strictObject({
  id: id.optional(),
  title: jobFields.title,
  item: jobFields.item.default(''),
  state: jobStateSchema.default('bench'),
  stage: stageSchema.default('job'),
  service: jobFields.service.default({}),
  temperaturesC: jobFields.temperaturesC.default([NOT_GIVEN, NOT_GIVEN]),
  /** The part it begins with: joints name these pieces by the ids given here. */
  pieces: z.array(newPieceSchema).max(MOST_AT_ONCE).default([]),
  joints: z.array(newJointSchema).max(MOST_AT_ONCE).default([]),
});
export type NewJob = z.input<typeof newJobSchema>;

/** A decision in brief, as lists carry it: which rod, by which engine and seed, and why. */
export const decisionBriefSchema = z.object({
  id,
  jobId: id,
  /** Joint it was decided for; null: for the job as a whole, before it had a joint. */
  jointId: id.nullable(),
  rod: z.string().nullable(),
  recommended: z.string().nullable(),
  engineVersion: z.string(),
  seed: z.int(),
  note: z.string(),
  madeBy,
  createdAt: stamp,
});
export type DecisionBrief = z.infer<typeof decisionBriefSchema>;

/**
 * A whole decision: with what was asked and all that came out, some hundred kilobytes; read from an address of its own.
 */
export const decisionSchema = decisionBriefSchema.extend({
  question: z.record(z.string(), z.unknown()),
  result: z.record(z.string(), z.unknown()),
});
export type Decision = z.infer<typeof decisionSchema>;

/** Body that records a decision: the server computes the result itself from the job as it stands. */
export const newDecisionSchema = z.strictObject({
  id: id.optional(),
  jointId: id.nullable().default(null),
  rod: z.string().max(40).nullable(),
  seed: z.int().min(0).max(2147483647).default(1),
  note: text(1000).default(''),
});
export type NewDecision = z.input<typeof newDecisionSchema>;

/** A job with everything on it. */
export const jobDetailSchema = jobSchema.extend({
  pieces: z.array(pieceSchema),
  joints: z.array(jointRecordSchema),
  decisions: z.array(decisionBriefSchema),
  photos: z.array(photoSchema),
  /** Words on the preparation list, oldest first. */
  preparation: z.array(preparationTickSchema),
  /** The log of the weld, in the order it was made. */
  weld: z.array(weldRecordSchema),
  /** What was found, decided and seen since, oldest first. */
  record: z.array(jobRecordSchema),
});
export type JobDetail = z.infer<typeof jobDetailSchema>;

/** What of a piece a small picture of the part is drawn from. */
export const partPieceSchema = pieceSchema.pick({
  id: true,
  position: true,
  name: true,
  kind: true,
  form: true,
  shape: true,
  thicknessMm: true,
  outsideMm: true,
  lengthMm: true,
  widthMm: true,
  endOutsideMm: true,
  bendDeg: true,
  count: true,
  grade: true,
  weldMetal: true,
  likelyFamily: true,
});
export type PartPiece = z.infer<typeof partPieceSchema>;

/** What of a joint a small picture of the part is drawn from. */
export const partJointSchema = jointRecordSchema.pick({
  id: true,
  position: true,
  name: true,
  joint: true,
  sides: true,
  fit: true,
  lengthMm: true,
  course: true,
  alikeTo: true,
});
export type PartJoint = z.infer<typeof partJointSchema>;

/** A job as the board lists it: with its part in small, and the joints a rod was decided for. */
export const boardJobSchema = jobSchema.extend({
  pieces: z.array(partPieceSchema),
  joints: z.array(partJointSchema),
  /** The last decision for each joint, and for the job as a whole where it has none. */
  decided: z.array(decisionBriefSchema.pick({ jointId: true, rod: true })),
  /** Day it is to be looked at again, where nobody has since; null: none. */
  lookAgainOn: z.iso.date().nullable(),
  /** Where it stands by its record. */
  standing: z.enum(STANDINGS),
  /** Arcs that were burnt to their end, of those the whole part takes by its plan; null: nobody could say. */
  arcs: z.object({ done: z.int(), planned: z.int().nullable() }),
});
export type BoardJob = z.infer<typeof boardJobSchema>;

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
