import { dilutionKind, JOINTS, type JointInput, type ShareRange } from '@variatum/metallurgy';
import * as z from 'zod';

const range = z.object({ min: z.number(), mode: z.number(), max: z.number() });
const range90 = z.tuple([z.number(), z.number()]);

/** Dilution of a kind of bead in a workshop's own hands. */
export const learntDilutionSchema = z.object({
  /** A technique, with the type of joint where it comes out otherwise there. */
  kind: z.string(),
  /** Beads it was learnt from, and the jobs they are of. */
  count: z.int(),
  jobs: z.int(),
  /** Usual range, and the one that stands in for it. */
  prior: range,
  next: range,
  dilution: z.object({ median: z.number(), range90 }),
  /** Whether the workshop leaves it out. */
  off: z.boolean(),
});
export type LearntDilution = z.infer<typeof learntDilutionSchema>;

/** How repairs with a rod did, as far as they were seen again. */
export const learntOutcomeSchema = z.object({
  /** null: fused without a rod. */
  rod: z.string().nullable(),
  held: z.int(),
  failed: z.int(),
  /** Share that held: mean and 90 % range of a Beta belief that begins even. */
  mean: z.number(),
  range90,
});

/** What a workshop's own work has taught. */
export const learntSchema = z.object({
  dilutions: z.array(learntDilutionSchema),
  outcomes: z.array(learntOutcomeSchema),
});
export type Learnt = z.infer<typeof learntSchema>;

/** What was learnt of the dilution of a joint nothing is said of; null: nothing, or it is left out. */
export function learntFor(joint: JointInput, learnt: Pick<Learnt, 'dilutions'> | null | undefined): LearntDilution | null {
  if (joint.dilution !== undefined || (joint.process !== undefined && joint.process !== 'gtaw')) return null;
  const kind = dilutionKind(joint.technique ?? (JOINTS.types[joint.type].technique as NonNullable<JointInput['technique']>), joint.type);
  return learnt?.dilutions.find((one) => one.kind === kind && !one.off) ?? null;
} // prettier-ignore

/** A joint as it is reckoned with: dilution nothing was said of is the workshop's own, where it is known. */
export function withLearnt<Joint extends JointInput>(
  joint: Joint,
  learnt: Pick<Learnt, 'dilutions'> | null | undefined,
): Joint & { readonly dilution?: Joint['dilution'] | ShareRange } {
  const own = learntFor(joint, learnt);
  return own ? { ...joint, dilution: own.next } : joint;
}
