import { JOINTS } from '@variatum/metallurgy';
import * as z from 'zod';
import { id } from './fields';

const range = z.object({ min: z.number(), mode: z.number(), max: z.number() });
const range90 = z.tuple([z.number(), z.number()]);
const spread = z.object({ median: z.number(), range90 });
/** Whether the workshop leaves it out, and under which key it does. */
const left = { key: z.string(), off: z.boolean() };

/** Dilution of a kind of bead in a workshop's own hands. */
export const learntDilutionSchema = z.object({
  ...left,
  /** A technique, with the type of joint where it comes out otherwise there. */
  kind: z.string(),
  /** Beads it was learnt from, and the jobs they are of. */
  count: z.int(),
  jobs: z.int(),
  /** Usual range, and the one that stands in for it. */
  prior: range,
  next: range,
  dilution: spread,
  /** The same of each welder who laid enough of them. */
  welders: z.array(z.object({ person: id, count: z.int(), dilution: spread, next: range })),
  /** Whoever asks, where they are among those. */
  asker: id.nullable(),
});
export type LearntDilution = z.infer<typeof learntDilutionSchema>;

/** What a kind of item was made of, where pieces of it were confirmed. */
export const learntFamilySchema = z.object({
  ...left,
  family: z.string(),
  /** Confirmed pieces. */
  count: z.int(),
  grades: z.array(z.object({ grade: z.string(), count: z.int(), before: z.number(), after: z.number(), range90 })),
});
export type LearntFamily = z.infer<typeof learntFamilySchema>;

/** How often a test says nothing in a workshop's hands. */
export const learntTestSchema = z.object({
  ...left,
  test: z.string(),
  count: z.int(),
  /** Results that the confirmed grade makes less likely than a guess. */
  odd: z.int(),
  prior: z.number(),
  lapse: z.number(),
  range90,
  /** Whether there are enough results to reckon with. */
  used: z.boolean(),
});
export type LearntTest = z.infer<typeof learntTestSchema>;

/** How long something takes in a workshop against what was reckoned. */
export const learntRatioSchema = z.object({
  ...left,
  /** A stage of the work, or how a room was sealed. */
  kind: z.string(),
  count: z.int(),
  factor: z.number(),
  range90,
  prior90: range90,
});
export type LearntRatio = z.infer<typeof learntRatioSchema>;

/** A share with its counts: mean and 90 % range of a Beta belief that begins even. */
const counted = { mean: z.number(), range90 };
/** How repairs with a rod did, as far as they were seen again. */
export const learntOutcomeSchema = z.object({
  /** null: fused without a rod. */
  rod: z.string().nullable(),
  held: z.int(),
  failed: z.int(),
  /** Share that held. */
  ...counted,
});
/** In what way joints gave out, of all that were seen again. */
export const learntFailureSchema = z.object({ way: z.string(), count: z.int(), of: z.int(), ...counted });

/** What a workshop's own work has taught. */
export const learntSchema = z.object({
  dilutions: z.array(learntDilutionSchema),
  families: z.array(learntFamilySchema),
  tests: z.array(learntTestSchema),
  purges: z.array(learntRatioSchema),
  minutes: z.array(learntRatioSchema),
  outcomes: z.array(learntOutcomeSchema),
  failures: z.array(learntFailureSchema),
  /** Things that were logged and could not be learnt from: they name what is in no catalogue. */
  leftOut: z.int(),
});
export type Learnt = z.infer<typeof learntSchema>;
/** Nothing is learnt yet. */
export const NOTHING_LEARNT: Learnt = {
  dilutions: [],
  families: [],
  tests: [],
  purges: [],
  minutes: [],
  outcomes: [],
  failures: [],
  leftOut: 0,
};

/** What was predicted, against what was found: how far the program itself is to be believed. */
export const calibrationSchema = z.object({
  /** Ferrite of beads: predicted range and what the gauge showed. */
  ferrite: z.object({
    count: z.int(),
    /** Beads whose figure lay within the predicted 90 % range. */
    inside: z.int(),
    /** Mean of what was found less the predicted middle, FN. */
    off: z.number(),
    points: z.array(
      z.object({
        job: id,
        title: z.string(),
        low: z.number(),
        median: z.number(),
        high: z.number(),
        found: z.number(),
      }),
    ),
  }),
  /** Pieces whose grade is known by now, by what their tests alone say. */
  identity: z.object({
    count: z.int(),
    /** Pieces whose likeliest grade was the right one. */
    right: z.int(),
    /** Pieces whose grade was among the likeliest that hold 90 % together. */
    inside: z.int(),
    /** Mean probability the right grade was given. */
    chance: z.number(),
  }),
  /** Joints that were decided on and welded: cracks that were expected, and those that came. */
  cracks: z.object({ count: z.int(), expected: z.number(), found: z.int() }),
  /**
   * What the joints that gave out are laid to, of all that were seen again: a joint counts in parts where several may
   * be to blame.
   */
  mechanisms: z.array(
    z.object({ mechanism: z.string().nullable(), title: z.string(), count: z.number(), of: z.int(), ...counted }),
  ),
});
export type Calibration = z.infer<typeof calibrationSchema>;

/** What jobs like one that is asked about have in common with it. */
export const ALIKE_BY = ['metals', 'joint', 'service'] as const;
/** What jobs are looked for by. */
export const alikeQuerySchema = z.strictObject({
  /** Material families, with commas between. */
  metals: z.string().max(200).optional(),
  joint: z.enum(Object.keys(JOINTS.types) as [keyof typeof JOINTS.types, ...(keyof typeof JOINTS.types)[]]).optional(),
  service: z.string().max(40).optional(),
  except: id.optional(),
});
export type AlikeQuery = z.infer<typeof alikeQuerySchema>;
/** A past job that is like the one asked about: what it was welded with, what came of it. */
export const alikeJobSchema = z.object({
  id,
  title: z.string(),
  createdAt: z.iso.datetime({ offset: true }),
  by: z.array(z.enum(ALIKE_BY)),
  joints: z.array(
    z.object({
      type: z.string(),
      rod: z.string().nullable(),
      decided: z.boolean(),
      outcome: z.string().nullable(),
      ferrite: z.array(z.number()),
    }),
  ),
});
export type AlikeJob = z.infer<typeof alikeJobSchema>;
