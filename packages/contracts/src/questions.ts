import {
  ACIDS,
  BACK_GASES,
  BACK_SHIELDINGS,
  CRACK_PLACES,
  CRACK_TIMES,
  FAILURE_WAYS,
  COATINGS,
  ELEMENTS,
  ENVIRONMENTS,
  FORMS,
  GASES,
  JOINTS,
  LIMITS,
  MAGNET_PULLS,
  MOST_BEADS,
  MOST_PIECES,
  PASS_KINDS,
  PERMANENCES,
  PROCESSES,
  RESTRAINTS,
  SHIELDINGS,
  TIMES_HOT,
  WORKED,
  type ChooseInput,
  type ElementSymbol,
} from '@variatum/metallurgy';
import * as z from 'zod';
import { limited } from './fields';

/** Mass percent by chemical symbol; iron is the balance. The core checks the sum. */
export const compositionSchema = z
  .partialRecord(
    z.enum([...ELEMENTS, 'Fe'] as [ElementSymbol | 'Fe', ...(ElementSymbol | 'Fe')[]]),
    z.number().min(0).max(100),
  )
  .meta({ description: 'Mass percent by chemical symbol' });

/** One field test as logged. */
export const testEntrySchema = z.strictObject({
  test: z.string(),
  outcome: z.string().optional(),
  worked: z.enum(WORKED).optional(),
  filed: z.boolean().optional(),
  mark: z.string().max(200).optional(),
  reading: compositionSchema.optional(),
  number: limited('ferriteNumber', 'FN').optional(),
});

/** A field test in a question: the catalogue prints settings as texts, and what it prints is understood. */
const askedTestSchema = testEntrySchema.extend({
  filed: z.union([z.boolean(), z.enum(['true', 'false']).transform((text) => text === 'true')]).optional(),
});

/** What an item is. */
export const itemSchema = z.strictObject({
  family: z.string().optional(),
  form: z.enum(FORMS).optional(),
  confirmed: z.record(z.string().max(60), z.number()).optional(),
});
const lapsesSchema = z.record(z.string().max(60), z.number()).optional();

/** Question of `identify`. */
export const identifyQuestionSchema = z.strictObject({
  item: itemSchema.optional(),
  tests: z.array(askedTestSchema).max(200).optional(),
  lapses: lapsesSchema,
});

const looseComposition = z.record(z.string(), z.unknown(), {
  error: ({ input }) => (input === undefined ? 'missing; give mass percents by chemical symbol' : undefined),
});
/** Iso-FN lines of a digitised WRC-1992 figure; the core checks them. */
const isoLinesSchema = z.record(z.string(), z.array(z.array(z.number()))).optional();
const thickness = z.number().positive().max(LIMITS.thicknessMm[1]).optional();

/** Question of `constitution`: one composition or several. */
export const constitutionQuestionSchema = z.union([
  z.strictObject({ composition: looseComposition, thicknessMm: thickness, wrc1992Lines: isoLinesSchema }),
  z.strictObject({
    compositions: z.array(looseComposition).max(100000),
    thicknessMm: thickness,
    wrc1992Lines: isoLinesSchema,
  }),
]);

const coatingSchema = z.enum(COATINGS);

const materialSchema = z.strictObject({
  grade: z.string().optional(),
  composition: looseComposition.optional(),
  coating: coatingSchema.optional(),
});

/** Question of `pool`. */
export const poolQuestionSchema = z.strictObject({
  parents: z.array(materialSchema),
  shares: z.array(z.number()).optional(),
  rod: z.strictObject({ class: z.string().optional(), composition: looseComposition.optional() }).nullish(),
  dilution: z.number().optional(),
  thicknessMm: z.number().optional(),
  passes: z
    .array(
      z.strictObject({ kind: z.enum(PASS_KINDS), dilution: z.number().optional(), parentShare: z.number().optional() }),
    )
    .optional(),
  wrc1992Lines: isoLinesSchema,
});

const keysOf = <Key extends string>(record: Record<Key, unknown>): [Key, ...Key[]] =>
  Object.keys(record) as [Key, ...Key[]];

/** What the joint must live through. */
export const serviceSchema = z.strictObject({
  environment: z.enum(keysOf(ENVIRONMENTS)).optional(),
  temperatureC: z.tuple([z.number(), z.number()]).optional(),
  acid: z.enum(ACIDS).optional(),
  cycling: z.boolean().optional(),
  hot: z.enum(TIMES_HOT).optional(),
  vibration: z.boolean().optional(),
  pressure: z.boolean().optional(),
  permanence: z.enum(PERMANENCES).optional(),
});

/** The joint as described by the user. */
export const jointSchema = z.strictObject({
  type: z.enum(keysOf(JOINTS.types)),
  thicknessMm: z.union([z.number(), z.array(z.number()).max(MOST_PIECES)]).optional(),
  technique: z.enum(keysOf(JOINTS.techniques)).optional(),
  process: z.enum(PROCESSES).optional(),
  restraint: z.enum(RESTRAINTS).optional(),
  shielding: z.enum(SHIELDINGS).optional(),
  gas: z.enum(GASES).optional(),
  backShielding: z.enum(BACK_SHIELDINGS).optional(),
  backGas: z.enum(BACK_GASES).optional(),
  dilution: z.union([z.number(), z.strictObject({ min: z.number(), mode: z.number(), max: z.number() })]).optional(),
  shares: z.array(z.number()).max(MOST_PIECES).optional(),
  aimedAt: z
    .int()
    .min(0)
    .max(MOST_PIECES - 1)
    .optional(),
});

/** A piece in a question. */
export const pieceQuestionSchema = z.strictObject({
  grade: z.string().optional(),
  composition: z.record(z.string(), z.unknown()).optional(),
  weldMetal: z.string().optional(),
  coating: coatingSchema.optional(),
  condition: z.string().max(40).optional(),
  item: itemSchema.optional(),
  tests: z.array(askedTestSchema).max(200).optional(),
  lapses: lapsesSchema,
});

const beadRod = z.string().nullable();
/** What a bead has shown. */
export const beadSchema = z.discriminatedUnion('saw', [
  z.strictObject({ saw: z.literal('ferrite'), rod: beadRod, fn: z.number() }),
  z.strictObject({ saw: z.literal('magnet'), rod: beadRod, pull: z.enum(MAGNET_PULLS) }),
  z.strictObject({
    saw: z.literal('crack'),
    rod: beadRod,
    where: z.enum(CRACK_PLACES),
    when: z.enum(CRACK_TIMES),
  }),
  z.strictObject({ saw: z.literal('failed'), rod: beadRod, way: z.enum(FAILURE_WAYS) }),
]);

/** Question of `choose`. */
export const chooseQuestionSchema = z.strictObject({
  pieces: z.array(pieceQuestionSchema),
  joint: jointSchema.optional(),
  service: serviceSchema.optional(),
  rods: z.array(z.string()).max(200).optional(),
  samples: z.int().optional(),
  stock: z.array(z.string()).max(200).optional(),
  preferences: z.record(z.string(), z.number()).optional(),
  beads: z.array(beadSchema).max(MOST_BEADS, `give at most ${MOST_BEADS} beads`).optional(),
  wrc1992Lines: isoLinesSchema,
});

/** Question of `explain` about one rod of a joint; left out, the recommended one. */
export const explainChoiceQuestionSchema = chooseQuestionSchema.extend({ rod: z.string().nullish() });

/** Question about one piece of a joint. */
export const pieceOfJointQuestionSchema = z.strictObject({
  joint: chooseQuestionSchema,
  /** Position of the piece. */
  piece: z.int().min(0),
  /** Ids of the tests that can be done; all when left out. */
  owned: z.array(z.string()).optional(),
});
export interface PieceOfJointQuestion {
  readonly joint: ChooseInput;
  readonly piece: number;
  readonly owned?: readonly string[] | undefined;
}

/** Question about one rod of a joint; null: fused without one. */
export const rodOfJointQuestionSchema = z.strictObject({ joint: chooseQuestionSchema, rod: z.string().nullable() });
