import { FEEDS, MACHINE_KINDS, PROCESSES, SEALS, SETTING_PASSES, VENT_FACES } from '@variatum/metallurgy';
import * as z from 'zod';
import { jointSchema, pieceQuestionSchema } from './questions';

/** Question of `purge`; the core checks its ranges. */
export const purgeQuestionSchema = z.strictObject({
  space: z.strictObject({
    volumeL: z.number().optional(),
    runs: z
      .array(z.strictObject({ outsideMm: z.number(), wallMm: z.number(), lengthMm: z.number() }))
      .max(200)
      .optional(),
    pocketsMm: z.array(z.number()).max(50).optional(),
    branched: z.boolean().optional(),
  }),
  flowLpm: z.number(),
  gasPpm: z.number().optional(),
  leakLpm: z.number().optional(),
  seal: z.enum(SEALS).optional(),
  feed: z.enum(FEEDS).optional(),
  tanks: z.number().optional(),
  efficiency: z.number().optional(),
  pace: z.number().optional(),
  targetPpm: z.number(),
  minutes: z.array(z.number()).max(500).optional(),
});

/** Question of `purge-fit`; the core checks its ranges. */
export const purgeFitQuestionSchema = z.strictObject({
  planned: purgeQuestionSchema,
  trace: z.array(z.strictObject({ seconds: z.number(), ppm: z.number() })).max(20_000),
  meter: z.strictObject({ lagS: z.number().optional(), noisePercent: z.number().optional() }).optional(),
  targetPpm: z.number(),
});

/** Question of `interpass-fit`; the limit is that of the grade where it is not said. */
export const interpassFitQuestionSchema = z.strictObject({
  grade: z.string().optional(),
  limitC: z.number().optional(),
  trace: z.array(z.strictObject({ seconds: z.number(), tempC: z.number() })).max(20_000),
  ambientC: z.number().optional(),
});

/** Question of `vent`; the core checks its ranges. */
export const ventQuestionSchema = z.strictObject({
  flowLpm: z.number(),
  holesMm: z.array(z.number()).max(50),
  gap: z.strictObject({ ringMm: z.number(), gapMm: z.number(), weldedFraction: z.number() }).optional(),
  pool: z.strictObject({
    depthMm: z.number(),
    halfWidthMm: z.number().optional(),
    clockDeg: z.number().optional(),
  }),
  limitMm: z.number().optional(),
  surfaceTension: z.number().optional(),
  face: z.enum(VENT_FACES).optional(),
  edgeMm: z.number().optional(),
});

/** Question of `settings`. */
export const settingsQuestionSchema = z.strictObject({
  pieces: z.array(pieceQuestionSchema),
  joint: jointSchema,
  rod: z.string().nullish(),
  process: z.enum(PROCESSES).optional(),
  machine: z
    .strictObject({
      kind: z.enum(MACHINE_KINDS).optional(),
      supply: z
        .strictObject({
          volts: z.number(),
          amperes: z.number(),
          phases: z.union([z.literal(1), z.literal(3)]),
        })
        .optional(),
      mostAmperes: z.number().nullish(),
    })
    .optional(),
  pass: z.enum(SETTING_PASSES).optional(),
  landMm: z.number().optional(),
  travelMmPerS: z.number().positive().optional(),
  brightCrater: z.boolean().optional(),
});
