import { FEEDS, NOT_GIVEN, SEALS, SETTING_PASSES } from '@variatum/metallurgy';
import * as z from 'zod';
import { id, limited, madeBy, quantity, stamp, text } from './fields';

/** A place on a run, mm from its start. */
const placeSchema = z.strictObject({ piece: id, alongMm: limited('alongMm', 'mm') });

/** A vent: where it is, and how large. */
export const ventPlaceSchema = placeSchema.extend({ holeMm: limited('ventMm', 'mm') });

/** The waiting clock of a purge: when gas was turned on, and how long it was predicted to take. */
export const purgeClockSchema = z.strictObject({
  startedAt: stamp,
  /** Minutes: least, likely, most; most is null where it may never be. */
  minutes: z.tuple([z.number().min(0), z.number().min(0), z.number().min(0).nullable()]),
  /** How far the workshop's own pace moved them: what is learnt is measured against what was reckoned without it. */
  pace: z.number().positive().max(50).optional(),
});
export type PurgeClock = z.infer<typeof purgeClockSchema>;

/** How the back of a job's joints is shielded. What is null or not given is as usual. */
export const purgePlanSchema = z.strictObject({
  dams: z.array(placeSchema).max(12, 'at most 12 dams'),
  vents: z.array(ventPlaceSchema).max(8, 'at most 8 vents'),
  feed: z.enum(FEEDS).nullable(),
  seal: z.enum(SEALS).nullable(),
  flowLpm: quantity('flowLpm', 'L/min', 'a flow'),
  targetPpm: limited('targetPpm', 'ppm').nullable(),
  /** Room inside where it is measured or odd, L. */
  volumeL: limited('volumeL', 'L').nullable(),
  /** Water volume and gauge of the cylinder. */
  cylinderL: limited('cylinderL', 'L').nullable(),
  cylinderBar: limited('cylinderBar', 'bar').nullable(),
  clock: purgeClockSchema.nullable(),
});
export type PurgePlan = z.infer<typeof purgePlanSchema>;

/** Nothing said of a purge. */
export const NO_PURGE: PurgePlan = {
  dams: [],
  vents: [],
  feed: null,
  seal: null,
  flowLpm: NOT_GIVEN,
  targetPpm: null,
  volumeL: null,
  cylinderL: null,
  cylinderBar: null,
  clock: null,
};

const amperes = limited('machineAmperes', 'A');
const seconds = limited('slopeS', 's');
/** Settings a welder sets otherwise than reckoned. */
export const settingOverridesSchema = z
  .strictObject({
    amps: amperes,
    rodMm: limited('rodDiameterMm', 'mm'),
    tungstenMm: limited('rodDiameterMm', 'mm'),
    cup: limited('cupNumber', ''),
    torchLpm: limited('flowLpm', 'L/min'),
    preFlowS: seconds,
    postFlowS: seconds,
    startAmps: amperes,
    upSlopeS: seconds,
    downSlopeS: seconds,
    endAmps: amperes,
  })
  .partial();
export type SettingOverrides = z.infer<typeof settingOverridesSchema>;
/** Overrides of a joint, by pass. */
export const jointSettingsSchema = z.partialRecord(z.enum(SETTING_PASSES), settingOverridesSchema);
export type JointSettings = z.infer<typeof jointSettingsSchema>;

/** What keys of the steps of cleaning up begin with: they stand in the same log as the list before the arc. */
export const CLEAN_UP = 'clean-up ';

/** What became of an item of the preparation list. */
export const PREPARATION_STATES = ['done', 'skipped', 'open'] as const;

/** A word on an item of the preparation list: words are only ever added, the last one counts. */
export const preparationTickSchema = z.object({
  id,
  jobId: id,
  /** Key of the item. */
  key: text(160).min(1, 'name the item'),
  state: z.enum(PREPARATION_STATES),
  /** Which of two schools was chosen; null: none, or no question. */
  way: text(40).nullable(),
  madeBy,
  createdAt: stamp,
});
export type PreparationTick = z.infer<typeof preparationTickSchema>;

/** Body that says what became of an item. */
export const newPreparationTickSchema = z.strictObject({
  id: id.optional(),
  key: preparationTickSchema.shape.key,
  state: preparationTickSchema.shape.state,
  way: preparationTickSchema.shape.way.default(null),
});
export type NewPreparationTick = z.input<typeof newPreparationTickSchema>;
