import { TINT_REFERENCES } from '@variatum/metallurgy';
import * as z from 'zod';

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
