import { CLEANINGS, GASES, MACHINE_KINDS, PROCESSES, TINT_LIMITS, UNSAID_OF_PROFILE } from '@variatum/metallurgy';
import * as z from 'zod';
import { id, limited, quantity, stamp, text, version } from './fields';
import { socketSchema } from './job-machine';

const millimetres = z.number().min(0, 'give 0 to 20 mm').max(20, 'give 0 to 20 mm');
const ferrite = z.number().min(0, 'give 0 to 100 FN').max(100, 'give 0 to 100 FN');
const percent = z.number().min(0, 'give 0 to 300 %').max(300, 'give 0 to 300 %');
const money = z.number().min(0, 'give 0 to 100000').max(100_000, 'give 0 to 100000');

/** A welding machine and what its socket gives. */
export const machineSchema = z.strictObject({
  id,
  name: text(80).min(1, 'give the machine a name'),
  processes: z.array(z.enum(PROCESSES)).max(PROCESSES.length),
  kind: z.enum(MACHINE_KINDS),
  ...socketSchema.shape,
  /** Largest current on its plate, A; null: not stated. */
  mostAmperes: limited('machineAmperes', 'A').nullable(),
});
export type Machine = z.infer<typeof machineSchema>;

/** A gas at hand. */
export const gasSchema = z.strictObject({
  id,
  name: text(80).min(1, 'give the gas a name'),
  /** Kind as the joint names it. */
  gas: z.enum(GASES),
  use: z.enum(['torch', 'purge', 'both']),
  flowLpm: quantity('flowLpm', 'L/min'),
});
export type Gas = z.infer<typeof gasSchema>;

/** What a finished weld must keep to in this workshop. */
export const acceptanceProfileSchema = z
  .strictObject({
    id: text(60).min(1),
    name: text(80).min(1, 'give the profile a name'),
    undercutMm: millimetres,
    reinforcementMm: millimetres,
    highLowMm: millimetres,
    /** Deepest colour inside. */
    tint: z.enum(TINT_LIMITS.map(({ id: name }) => name)),
    /** From here on: profiles that were kept before it was asked for are completed as usual. */
    tintOutside: z.enum(TINT_LIMITS.map(({ id: name }) => name)).default(UNSAID_OF_PROFILE.tintOutside),
    concavityMm: millimetres.default(UNSAID_OF_PROFILE.concavityMm),
    poreMm: millimetres.default(UNSAID_OF_PROFILE.poreMm),
    bowMm: millimetres.default(UNSAID_OF_PROFILE.bowMm),
    leakTight: z.boolean().default(UNSAID_OF_PROFILE.leakTight),
    cleaning: z.enum(CLEANINGS.map(({ id: name }) => name)).default(UNSAID_OF_PROFILE.cleaning),
    ferriteMin: ferrite,
    ferriteMax: ferrite,
    note: text(300),
  })
  .refine(({ ferriteMin, ferriteMax }) => ferriteMin <= ferriteMax, {
    path: ['ferriteMax'],
    message: 'the most ferrite must not lie below the least',
  });

/** What work costs. */
export const ratesSchema = z.strictObject({
  currency: text(8),
  labourPerHour: money.nullable(),
  leastCharge: money.nullable(),
  callOut: money.nullable(),
  /** Of welding argon, a cubic metre. Workshops that were set up before it was asked for have none. */
  gasPerCubicMetre: money.nullable().default(null),
  rodPerKg: money.nullable().default(null),
  discEach: money.nullable().default(null),
  tungstenEach: money.nullable().default(null),
  /** Added to what material cost, percent. */
  materialMarkupPercent: percent.nullable(),
  /** Added to the whole, percent. */
  marginPercent: percent.nullable().default(null),
});
export type Rates = z.infer<typeof ratesSchema>;

const MOST_PREFERENCES = 200;

const workshopFields = {
  name: text(80).min(1, 'give the workshop a name'),
  /** Ids of the field tests the shop can do; null: all. */
  ownedTests: z.array(z.string().max(40)).max(60).nullable(),
  lengthUnit: z.enum(['mm', 'in']),
  temperatureUnit: z.enum(['°C', '°F']),
  flowUnit: z.enum(['L/min', 'cfh']),
  /** Steps from -3 to 3 by rod class. */
  preferences: z
    .record(z.string().max(40), limited('preferenceSteps', 'steps'))
    .refine((steps) => Object.keys(steps).length <= MOST_PREFERENCES, `give at most ${MOST_PREFERENCES} rods`),
  machines: z.array(machineSchema).max(40),
  gases: z.array(gasSchema).max(40),
  /** Null: the starting profiles. */
  acceptanceProfiles: z.array(acceptanceProfileSchema).max(40).nullable(),
  rates: ratesSchema,
  /** What is learnt and left out of answers, by its key. */
  learntOff: z.array(z.string().max(60)).max(200),
  /** What is learnt anew from a moment on: what was before it counts no more. */
  learntSince: z.record(z.string().max(60), stamp),
};

/** Units, equipment and habits of the workshop. */
export const workshopSchema = z.object({ id, ...workshopFields, version: z.int() });
export type Workshop = z.infer<typeof workshopSchema>;

/** Body that makes a further workshop in the same database, with whoever asks as its owner. */
export const newWorkshopSchema = z.strictObject({ name: text(80).min(1, 'give a name') });

/** Body that changes the workshop. */
export const workshopPatchSchema = z.strictObject(workshopFields).partial().extend({ version });
export type WorkshopPatch = z.infer<typeof workshopPatchSchema>;
