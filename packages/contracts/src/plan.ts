import {
  BACK_SHIELDINGS,
  CAST_IRON_SCHOOLS,
  GASES,
  PROCESSES,
  QUOTE_STAGES,
  SETTING_PASSES,
  TECHNIQUES,
  TINT_LIMITS,
} from '@variatum/metallurgy';
import * as z from 'zod';
import { id, stamp } from './fields';
import { NO_MACHINE } from './job-machine';
import { learntSchema } from './learning';
import { NO_PURGE } from './preparation';
import { chooseQuestionSchema } from './questions';
import { jobDetailSchema, newJobSchema, newJointSchema, newPieceSchema, pieceSchema, rodStockSchema } from './records';
import { workshopSchema } from './workshop';

/** When something was made that nobody dates: the same question gives the same bytes. */
const NO_MOMENT = '1970-01-01T00:00:00Z';
/** What a row of a database says of itself, where none says it. */
const NOWHERE = '00000000-0000-4000-8000-000000000000';
const row = {
  jobId: id.default(NOWHERE),
  position: z.int().default(0),
  version: z.int().default(1),
  withdrawnAt: stamp.nullable().default(null),
};

/** A job as `GET /jobs/:id` gives it; what is left out is as in a new one. */
const plannedJobSchema = z.strictObject({
  ...jobDetailSchema.shape,
  ...newJobSchema.shape,
  id: id.default(NOWHERE),
  title: newJobSchema.shape.title.default('A job'),
  purge: jobDetailSchema.shape.purge.default(NO_PURGE),
  acceptance: jobDetailSchema.shape.acceptance.default(null),
  machine: jobDetailSchema.shape.machine.default(NO_MACHINE),
  version: row.version,
  createdAt: stamp.default(NO_MOMENT),
  updatedAt: stamp.default(NO_MOMENT),
  withdrawnAt: row.withdrawnAt,
  lastRod: jobDetailSchema.shape.lastRod.default(null),
  pieceCount: z.int().default(0),
  families: jobDetailSchema.shape.families.default([]),
  pieces: z
    .array(
      z.strictObject({
        ...newPieceSchema.shape,
        ...row,
        id,
        likelyFamily: pieceSchema.shape.likelyFamily.default(null),
        tests: pieceSchema.shape.tests.default([]),
      }),
    )
    .default([]),
  joints: z.array(z.strictObject({ ...newJointSchema.shape, ...row, id })).default([]),
  decisions: jobDetailSchema.shape.decisions.default([]),
  photos: jobDetailSchema.shape.photos.default([]),
  preparation: jobDetailSchema.shape.preparation.default([]),
  weld: jobDetailSchema.shape.weld.default([]),
  record: jobDetailSchema.shape.record.default([]),
});

/** What a plan is asked on the command line: a job, and what is known beside it. */
export const planQuestionSchema = z.strictObject({
  job: plannedJobSchema,
  workshop: workshopSchema
    .pick({ machines: true, acceptanceProfiles: true, preferences: true, rates: true })
    .partial()
    .optional(),
  stock: z.array(rodStockSchema).optional(),
  learnt: learntSchema.nullable().optional(),
  /** Draws of each choice; left out: as many as settle it. */
  samples: chooseQuestionSchema.shape.samples,
  /** Whether every room is asked and held against it: takes far longer. */
  check: z.boolean().default(false),
  /** When it is made. */
  asOf: stamp.default(NO_MOMENT),
});
export type PlanQuestion = z.infer<typeof planQuestionSchema>;

const list = <Element extends z.ZodType>(element: Element) => z.array(element).readonly();
const figure = z.number();

/** A figure with its range: one shape everywhere. High is null where it may never end. */
const rangeSchema = z.object({ low: figure, median: figure, high: figure.nullable() }).readonly();
const spreadSchema = z.object({ median: figure, range90: z.tuple([figure, figure]).readonly() }).readonly();
/** Why something is open, or cannot be: a code with its parameters, worded where it is shown. */
const codeSchema = z
  .object({ code: z.string() })
  .catchall(z.union([z.string(), z.number(), z.boolean(), z.null()]))
  .readonly();

/** A room behind joints, and what keeps air from it. */
const spaceSchema = z
  .object({
    /** Follows from the joints whose backs lie in it. */
    id: z.string(),
    /** In the order they are welded. */
    joints: list(id),
    way: z.enum([...BACK_SHIELDINGS, 'not needed']),
    /** Whether somebody said so; else it is what is usual for such a back. */
    isSaid: z.boolean(),
    /** Litres; null: sizes are wanting. */
    volumeL: figure.nullable(),
    fillLpm: figure,
    weldLpm: figure,
    /** Joints that share it: each is taped until its turn, and more gas is let in where its fit is poor. */
    turns: list(z.object({ joint: id, lpm: figure }).readonly()),
    /** Until it is clean; null: no gas, or it cannot be reckoned. */
    waitMinutes: rangeSchema.nullable(),
    targetPpm: figure,
    /** Gas until it is clean, L. */
    gasL: figure.nullable(),
  })
  .readonly();

/** The rod of a joint: the one decided on wherever a rod is named, and what ranks first beside it. */
const plannedRodSchema = z
  .object({
    /** null: none is fed; left out: not reckoned. */
    used: z.string().nullable().optional(),
    decision: z.object({ id, createdAt: stamp, rod: z.string().nullable() }).readonly().nullable(),
    best: z.string().nullable().optional(),
    /** Whether the one used lies on the shelf; null: nothing is known of it, or none is fed. */
    onShelf: z.boolean().nullable(),
  })
  .readonly();

const passSchema = z
  .object({
    number: z.int(),
    kind: z.enum(['root', 'hot', 'fill', 'cap', 'fused', 'wash']),
    process: z.enum(PROCESSES),
    technique: z.enum(TECHNIQUES),
    rod: z.string().nullable(),
    rodMm: figure.nullable(),
    gas: z.enum(GASES).nullable(),
    amps: rangeSchema,
    volts: figure,
    travelMmPerS: figure,
    /** Of the arc. */
    arcEnergyKJPerMm: figure,
    /** What of it stays in the metal. */
    heatInputKJPerMm: figure,
    arcSeconds: figure,
    /** Times the arc is struck. */
    starts: z.int(),
    /** Melted share of base metal in the bead, 0 to 1. */
    dilution: rangeSchema.nullable(),
    ferriteNumber: spreadSchema.nullable(),
    /** Whether it should come through the wall. */
    shouldComeThrough: z.boolean(),
    /** Chance that it melts through each piece, 0 to 1; of a tungsten arc alone, and of metal with a wall. */
    meltsThrough: list(z.object({ piece: z.string(), probability: figure }).readonly()),
  })
  .readonly();

const tacksSchema = z
  .object({
    /** Middle of each along the seam, in the order they are made. */
    atMm: list(figure),
    lengthMm: figure,
    seconds: z.tuple([figure, figure]).readonly(),
    amps: figure,
    kind: z.enum(['small', 'wide']),
  })
  .readonly();

/** What the metal of a joint bears, °C; null: nothing is asked. */
const metalSchema = z
  .object({
    preheatC: figure.nullable(),
    /** Most before a run of a later pass. */
    interpassMaxC: figure.nullable(),
    /** Most before any run, the root's too. */
    everyRunC: figure.nullable(),
    holdAboveC: figure.nullable(),
    /** Longest run, mm. */
    mostRunMm: figure.nullable(),
    /** Whether every run is peened while it is hot. */
    isPeened: z.boolean(),
    /** School of cast iron; null: there is none. */
    school: z.enum(CAST_IRON_SCHOOLS).nullable(),
  })
  .readonly();

const tintLimit = z.enum(TINT_LIMITS.map((one) => one.id));

const jointSchema = z
  .object({
    id,
    /** As people count, from 1. */
    number: z.int(),
    pieces: list(id),
    alikeTo: id.nullable(),
    lengthMm: figure.nullable(),
    /** Turns a minute under the torch are told where it is turned all round in one run. */
    seam: z.object({ closed: z.boolean(), turntableRpm: figure.nullable() }).readonly().nullable(),
    rod: plannedRodSchema,
    passes: list(passSchema),
    tacks: tacksSchema.nullable(),
    metal: metalSchema,
    space: z.string().nullable(),
    tint: z.object({ outside: tintLimit, inside: tintLimit }).readonly(),
    profile: z.string(),
    /** Title of the order its runs follow; null: no order was chosen. */
    order: z.string().nullable(),
  })
  .readonly();

/** What the machine of the job cannot do, and ways out: codes with their figures. */
const cannotSchema = z
  .object({
    code: z.enum(['wants-amps', 'lacks-process']),
    joint: id,
    /** Kind of pass; null: all of them. */
    pass: z.enum([...SETTING_PASSES, 'wash']).nullable(),
    /** A. */
    wants: figure.nullable(),
    gives: figure.nullable(),
    /** The least trouble first. */
    ways: list(codeSchema),
  })
  .readonly();

/** What is done in one step. */
export const PLAN_DOINGS = [
  'prepare',
  'gas-on',
  'hold',
  'tack',
  'rest',
  'roll',
  'untape',
  'flow',
  'run',
  'peen',
  'gas-off',
  'post-heat',
  'release',
  'clean-up',
  'inspect',
  'repair',
] as const;

/** One step of the whole part. */
const stepSchema = z
  .object({
    /** Follows from joint, pass, kind and stretch: the same however often the plan is made. */
    id: z.string(),
    do: z.enum(PLAN_DOINGS),
    joint: id.nullable(),
    space: z.string().nullable(),
    pass: z.int().nullable(),
    fromMm: figure.nullable(),
    toMm: figure.nullable(),
    person: z.union([z.literal(0), z.literal(1)]),
    /** What is waited for; null: nothing. */
    until: z.union([z.object({ belowC: figure }).readonly(), z.object({ ppm: figure }).readonly()]).nullable(),
    /** Gas behind the root from here on, L/min; null: it stays as it is. */
    flowLpm: figure.nullable(),
    /** Heat the metal is brought to and kept at, °C; null: none. */
    atC: z.object({ low: figure, high: figure }).readonly().nullable(),
    /** How far the part is turned, mm along a ring; null: it stays, or is turned end for end. */
    turnMm: figure.nullable(),
    state: z.enum(['open', 'burning', 'broken', 'done', 'skipped']),
    /** What of the log is of it. */
    entries: list(id),
    /** Minutes somebody works at it, and until it is over. */
    labourMinutes: figure,
    elapsedMinutes: figure,
    code: z.string(),
  })
  .readonly();

/** One plan of a job: what every room shows, from its record alone. */
export const planSchema = z
  .object({
    engine: z.string(),
    asOf: stamp,
    spaces: list(spaceSchema),
    joints: list(jointSchema),
    steps: list(stepSchema),
    /** Of each stage and of the whole, as its price is made from; the median of the whole is no sum of medians. */
    minutes: z.record(z.enum([...QUOTE_STAGES, 'total']), rangeSchema).readonly(),
    needs: z
      .object({
        /** Weld metal that is laid, g. */
        depositG: figure,
        /** At the torch and behind the roots, L. */
        gasL: figure,
        machine: z.string().nullable(),
        cannot: list(cannotSchema),
      })
      .readonly(),
    /** What is wanting before all of it is planned. */
    open: list(codeSchema),
    /** What had to be reckoned anew, because no kept answer was there. */
    cold: list(z.string()),
    /** What rooms show that does not agree, where that was asked: nothing, for every job the program can make. */
    contradictions: list(
      z.object({ joint: id.nullable(), of: z.string(), says: z.string(), against: z.string() }).readonly(),
    ).optional(),
  })
  .readonly();

export type Plan = z.infer<typeof planSchema>;
export type PlannedRange = z.infer<typeof rangeSchema>;
export type PlanCode = z.infer<typeof codeSchema>;
export type PlannedCannot = z.infer<typeof cannotSchema>;
export type PlannedSpace = z.infer<typeof spaceSchema>;
export type PlannedRod = z.infer<typeof plannedRodSchema>;
export type PlannedPass = z.infer<typeof passSchema>;
export type PlannedMetal = z.infer<typeof metalSchema>;
export type PlannedJoint = z.infer<typeof jointSchema>;
export type PlanStep = z.infer<typeof stepSchema>;
