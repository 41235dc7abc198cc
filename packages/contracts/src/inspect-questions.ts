import { FIT_SIZES, QUOTE_STAGES, TINT_REFERENCES } from '@variatum/metallurgy';
import * as z from 'zod';
import { jointSchema, pieceQuestionSchema } from './questions';

const pixelSchema = z.tuple([z.number(), z.number(), z.number()]);

/** Question of `tint`; the core checks its ranges. */
export const tintQuestionSchema = z.strictObject({
  pixel: pixelSchema,
  reference: z.strictObject({ pixel: pixelSchema, is: z.enum(TINT_REFERENCES) }),
  outward: z.array(pixelSchema).max(200).optional(),
  passesBlue: z.boolean().optional(),
  grade: z.string().optional(),
  shielded: z.boolean().optional(),
});

/** Question of `learn`; the core checks its ranges. */
export const learnQuestionSchema = z.strictObject({
  technique: jointSchema.shape.technique.unwrap(),
  type: jointSchema.shape.type.optional(),
  process: jointSchema.shape.process,
  prior: z.strictObject({ min: z.number(), mode: z.number(), max: z.number() }).optional(),
  measured: z
    .array(
      z.strictObject({
        parents: z.array(pieceQuestionSchema).max(4),
        shares: z.array(z.number()).max(4).optional(),
        rod: z.string(),
        measuredFn: z.number(),
      }),
    )
    .max(2000),
});

const minutesSchema = z.union([
  z.number(),
  z.strictObject({ median: z.number(), range90: z.tuple([z.number(), z.number()]) }),
]);
const rate = z.number().nullable().default(null);

/** Question of `quote`; the core checks its ranges. */
export const quoteQuestionSchema = z.strictObject({
  joints: z
    .array(
      z.strictObject({
        type: jointSchema.shape.type,
        lengthMm: z.number(),
        thicknessMm: z.array(z.number()).max(4),
        technique: jointSchema.shape.technique,
        process: jointSchema.shape.process,
        fit: z.partialRecord(z.enum(FIT_SIZES), z.number().nullable()).optional(),
        rodMm: z.number().nullable().optional(),
        passes: z.number().optional(),
        travelMmPerS: z.number().optional(),
        arcMinutes: z.number().optional(),
        waitMinutes: z.number().optional(),
        purge: z.strictObject({ litres: z.number(), minutes: z.number(), holdLpm: z.number().optional() }).optional(),
      }),
    )
    .max(200),
  pieces: z.number().optional(),
  rates: z.strictObject({
    currency: z.string().max(8).default(''),
    labourPerHour: rate,
    leastCharge: rate,
    callOut: rate,
    gasPerCubicMetre: rate,
    rodPerKg: rate,
    discEach: rate,
    tungstenEach: rate,
    materialMarkupPercent: rate,
    marginPercent: rate,
  }),
  stages: z.partialRecord(z.enum(QUOTE_STAGES), minutesSchema).optional(),
  pace: z.partialRecord(z.enum(QUOTE_STAGES), z.number()).optional(),
});
