import { TINT_REFERENCES } from '@variatum/metallurgy';
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
