import {
  CHILL_CONTACTS,
  CHILL_METALS,
  FAMILIES,
  HEAT_MODELS,
  HOLDS,
  ORDER_AIMS,
  type MaterialFamily,
} from '@variatum/metallurgy';
import * as z from 'zod';

const familySchema = z.enum(Object.keys(FAMILIES) as [MaterialFamily, ...MaterialFamily[]]);

/** An arc as heat is asked about; the core checks its ranges. */
export const arcSchema = z.strictObject({
  amps: z.number(),
  volts: z.number().optional(),
  efficiency: z.number().optional(),
  travelMmPerS: z.number(),
});

/** A chill bar beside a seam. */
export const chillBarSchema = z.strictObject({
  side: z.union([z.literal(0), z.literal(1)]),
  distanceMm: z.number(),
  widthMm: z.number(),
  thicknessMm: z.number(),
  metal: z.enum(CHILL_METALS),
  contact: z.enum(CHILL_CONTACTS),
  alongMm: z.tuple([z.number(), z.number()]).optional(),
});

/** Question of `heat`; the core checks its ranges. */
export const heatQuestionSchema = z.strictObject({
  material: z.union([
    z.strictObject({ grade: z.string() }),
    z.strictObject({ family: familySchema }),
    z.strictObject({ conductivity: z.number(), diffusivity: z.number() }),
  ]),
  thicknessMm: z.number(),
  arc: arcSchema,
  startC: z.number().optional(),
  model: z.enum(HEAT_MODELS).optional(),
  at: z
    .array(z.strictObject({ xiMm: z.number(), yMm: z.number(), zMm: z.number().optional() }))
    .max(1000)
    .optional(),
  between: z.tuple([z.number(), z.number()]).optional(),
});

/** Question of `shrink`; the core checks its ranges. */
export const shrinkQuestionSchema = z.strictObject({
  areaMm2: z.number(),
  thicknessMm: z.number().optional(),
  member: z.strictObject({ offsetMm: z.number(), lengthMm: z.number(), inertiaMm4: z.number() }).optional(),
  plate: z.strictObject({ spanMm: z.number(), widthMm: z.number(), thicknessMm: z.number() }).optional(),
  family: familySchema.optional(),
  hold: z.enum(HOLDS).optional(),
});

/** Question of `order`; the core checks its ranges. */
export const orderQuestionSchema = z.strictObject({
  ring: z.strictObject({ outsideMm: z.number(), wallMm: z.number() }).optional(),
  seam: z.strictObject({ lengthMm: z.number(), thicknessMm: z.number() }).optional(),
  grade: z.string(),
  passes: z.number(),
  arc: arcSchema,
  interpassC: z.number().nullish(),
  tacks: z.number().optional(),
  people: z.union([z.literal(1), z.literal(2)]).optional(),
  chillBars: z.array(chillBarSchema).max(8).optional(),
  aim: z.enum(ORDER_AIMS).optional(),
  hold: z.enum(HOLDS).optional(),
  reachMm: z.number().optional(),
});

const stretchSchema = z.strictObject({ fromMm: z.number(), toMm: z.number() });
const sideSchema = z.union([z.literal(0), z.literal(1)]);
const runSchema = z.strictObject({
  pass: z.number(),
  fromMm: z.number(),
  toMm: z.number(),
  person: sideSchema,
  restS: z.number(),
});
const materialSchema = heatQuestionSchema.shape.material;

const seamSideSchema = z.strictObject({
  material: materialSchema,
  thicknessMm: z.number(),
  reachMm: z.number(),
  spread: z.enum(['straight', 'outwards', 'inwards']),
  bothWays: z.boolean(),
  flat: z.boolean().optional(),
});

/** A seam with the metal on its two sides; the core checks its ranges. */
const seamSchema = z.strictObject({
  kind: z.enum(['ring', 'line']),
  lengthMm: z.number(),
  beyondMm: z.number(),
  closedInside: z.boolean(),
  sides: z.tuple([seamSideSchema, seamSideSchema]),
  passes: z.number(),
  arcs: z.array(arcSchema).min(1).max(12),
  aimMm: z.number().optional(),
  isFillet: z.boolean().optional(),
  shouldComeThrough: z.boolean().optional(),
  rootWallMm: z.number().positive().optional(),
  interpassC: z.number().nullable(),
  everyRunC: z.number().nullish(),
  mostRunMm: z.number().nullish(),
  people: z.union([z.literal(1), z.literal(2)]),
  hold: z.enum(HOLDS),
  tackMm: z.number(),
  colourWithinMm: z.number().nullish(),
  outOfReach: z.array(stretchSchema).max(20),
  turns: z.boolean(),
  left: z.array(stretchSchema).max(20),
  fixed: z.array(runSchema).max(100),
  bars: z.array(chillBarSchema).max(8),
});

/** Question of `order-plans`. */
export const orderPlansQuestionSchema = z.strictObject({ seam: seamSchema, aim: z.enum(ORDER_AIMS) });

/** Question of `judge-order`. */
export const judgeOrderQuestionSchema = z.strictObject({ seam: seamSchema, runs: z.array(runSchema).min(1).max(400) });

/** Question of `cooling-forecast`. */
export const coolingForecastQuestionSchema = z.strictObject({
  seam: seamSchema,
  laid: z
    .array(
      z.strictObject({
        fromMm: z.number(),
        toMm: z.number(),
        startedS: z.number().min(0),
        endedS: z.number().min(0),
        joules: z.number().min(0),
      }),
    )
    .max(2000),
  next: stretchSchema,
  limitC: z.number(),
});

/** Question of `weld-heat`. */
export const weldHeatQuestionSchema = z.strictObject({
  seam: seamSchema,
  runs: z.array(runSchema).min(1).max(400),
  cover: z.strictObject({ cupMm: z.number(), trailingMm: z.number(), postFlowS: z.number() }),
  shieldedInside: z.boolean(),
  probes: z.array(z.strictObject({ alongMm: z.number(), acrossMm: z.number() })).max(8),
});
