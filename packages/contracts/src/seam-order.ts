import { CHILL_CONTACTS, CHILL_METALS, HOLDS, ORDER_AIMS, PROCESSES, SETTING_PASSES } from '@variatum/metallurgy';
import * as z from 'zod';
import { limited, rodName } from './fields';

const size = limited('barMm', 'mm');
const along = z.number().min(-20000, 'give a place on the seam').max(20000, 'give a place on the seam');
const SIDE = z.union([z.literal(0), z.literal(1)]);

/** A chill bar beside the seam of a joint. */
export const keptBarSchema = z.strictObject({
  side: SIDE,
  distanceMm: limited('barDistanceMm', 'mm'),
  widthMm: size,
  thicknessMm: size,
  metal: z.enum(CHILL_METALS),
  contact: z.enum(CHILL_CONTACTS),
});
export type KeptBar = z.infer<typeof keptBarSchema>;

/** One unbroken run of the arc, mm along the seam; to below from runs the other way. */
export const keptRunSchema = z.strictObject({
  pass: z.int().min(0).max(11),
  fromMm: along,
  toMm: along,
  person: SIDE,
  restS: z.number().min(0).max(7200),
});

/** A stretch of a seam: degrees clockwise from the top of a ring, where it may pass the top; mm along a line. */
export const keptStretchSchema = z.strictObject({
  from: z.number().min(0, 'give a place on the seam').max(20000, 'give a place on the seam'),
  to: z.number().min(0, 'give a place on the seam').max(20000, 'give a place on the seam'),
});
export type KeptStretch = z.infer<typeof keptStretchSchema>;
const stretches = z.array(keptStretchSchema).max(6, 'at most 6 stretches');

/** The order a joint is welded in, as it was chosen: what the weld follows. */
export const keptPlanSchema = z.strictObject({
  /** Which of the usual orders it is, `found` by search, or `own`. */
  id: z.string().min(1).max(40),
  title: z.string().min(1).max(120),
  /** Length of the seam it was made for, mm: on another one it no longer holds. */
  lengthMm: z.number().min(1).max(20000),
  runs: z.array(keptRunSchema).min(1).max(400),
});
export type KeptPlan = z.infer<typeof keptPlanSchema>;

/** A pass that is made otherwise than the rod and the process of its joint say. */
export const ownPassSchema = z.strictObject({
  /** null: none is fed. */
  rod: rodName.nullable(),
  process: z.enum(PROCESSES),
});
export type OwnPass = z.infer<typeof ownPassSchema>;

/** How the heat of a joint is led, and in which order it is welded. What is null follows from the joint. */
export const seamOrderSchema = z.strictObject({
  aim: z.enum(ORDER_AIMS),
  people: z.union([z.literal(1), z.literal(2)]),
  hold: z.enum(HOLDS),
  passes: limited('passes', 'passes').nullable(),
  /** Passes that are made otherwise, by their kind. */
  ownPasses: z.partialRecord(z.enum(SETTING_PASSES), ownPassSchema).default({}),
  /** Whether an old weld is melted over without a rod, last of all. */
  wash: z.boolean().default(false),
  travelMmPerS: limited('travelMmPerS', 'mm/s').nullable(),
  interpassC: limited('interpassC', '°C').nullable(),
  /** How far from the seam colour may reach, mm; null: it does not matter. */
  colourWithinMm: limited('colourWithinMm', 'mm').nullable(),
  /** What is out of reach as the part lies, and whether the part can be turned for it. */
  outOfReach: stretches,
  turns: z.boolean(),
  /** What must not be welded. */
  left: stretches,
  /** Runs that come first, in their order, whatever follows. */
  fixed: z.array(keptRunSchema).max(24, 'at most 24 runs are fixed'),
  bars: z.array(keptBarSchema).max(4, 'at most 4 chill bars'),
  /** Something near that must stay cool. */
  watched: z.strictObject({ side: SIDE, distanceMm: limited('watchedMm', 'mm') }).nullable(),
  plan: keptPlanSchema.nullable(),
});
export type SeamOrder = z.infer<typeof seamOrderSchema>;

/** A joint of which nothing is said about heat and order. */
export const NO_SEAM_ORDER: SeamOrder = {
  aim: 'balance',
  people: 1,
  hold: 'tacks',
  passes: null,
  ownPasses: {},
  wash: false,
  travelMmPerS: null,
  interpassC: null,
  colourWithinMm: null,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  bars: [],
  watched: null,
  plan: null,
};
