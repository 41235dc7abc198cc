import {
  NO_FIT,
  NO_MACHINE,
  NO_PURGE,
  NO_SEAM_ORDER,
  type FieldTestRecord,
  type Gas,
  type JobHead,
  type JobRecord,
  type JointRecord,
  type Meter,
  type MeterPlace,
  type MeterUse,
  type Reading,
  type WeldRecord,
  type Machine,
  type Photo,
  type Piece,
  type PreparationTick,
  type Rates,
  type Role,
  type Workshop,
  type Standing,
  type StandingAlarm,
} from '@variatum/contracts';
import { NO_RATES, NOT_GIVEN, type Quantity } from '@variatum/metallurgy';
import { sql } from 'drizzle-orm';
import {
  boolean,
  doublePrecision,
  customType,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

const stamps = {
  createdAt: timestamp('created_at', { withTimezone: true, mode: 'date' }).notNull().defaultNow(),
  updatedAt: timestamp('updated_at', { withTimezone: true, mode: 'date' }).notNull().defaultNow(),
  version: integer('version').notNull().default(1),
};

/** A workshop: everything else belongs to one. */
export const workshop = pgTable('workshop', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  ownedTests: jsonb('owned_tests').$type<string[] | null>(),
  lengthUnit: text('length_unit').$type<Workshop['lengthUnit']>().notNull().default('mm'),
  temperatureUnit: text('temperature_unit').$type<Workshop['temperatureUnit']>().notNull().default('°C'),
  flowUnit: text('flow_unit').$type<Workshop['flowUnit']>().notNull().default('L/min'),
  preferences: jsonb('preferences').$type<Record<string, number>>().notNull().default({}),
  machines: jsonb('machines').$type<Machine[]>().notNull().default([]),
  gases: jsonb('gases').$type<Gas[]>().notNull().default([]),
  acceptanceProfiles: jsonb('acceptance_profiles').$type<Workshop['acceptanceProfiles']>(),
  rates: jsonb('rates').$type<Rates>().notNull().default(NO_RATES),
  learntOff: jsonb('learnt_off').$type<string[]>().notNull().default([]),
  learntSince: jsonb('learnt_since').$type<Record<string, string>>().notNull().default({}),
  ...stamps,
});

const ofWorkshop = {
  workshopId: uuid('workshop_id')
    .notNull()
    .references(() => workshop.id),
};

/** A person. Who signs in is looked for before any workshop is served, by functions of the owner's. */
export const person = pgTable(
  'person',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    signInName: text('sign_in_name').notNull(),
    passwordHash: text('password_hash'),
    ...stamps,
  },
  (table) => [uniqueIndex('person_sign_in_name').on(sql`lower(${table.signInName})`)],
);

/** What a person is in a workshop. Rows stay when somebody leaves: what they did points at them. */
export const membership = pgTable(
  'membership',
  {
    ...ofWorkshop,
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    role: text('role').$type<Role>().notNull(),
    /** Name what they did stands under once they have left, where it is not their own. */
    pseudonym: text('pseudonym'),
    /**
     * Hash of the short number this person gives at tablets of this workshop, and how often it was given wrong in a
     * row.
     */
    pinHash: text('pin_hash'),
    pinFailures: integer('pin_failures').notNull().default(0),
    leftAt: timestamp('left_at', { withTimezone: true, mode: 'date' }),
    ...stamps,
  },
  (table) => [
    primaryKey({ columns: [table.workshopId, table.personId] }),
    index('membership_of_person').on(table.personId),
  ],
);

/** A code that makes a person of whoever knows it, or gives one who is there a new password; only its hash is kept. */
export const invitation = pgTable(
  'invitation',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    name: text('name').notNull(),
    role: text('role').$type<Role>().notNull(),
    /** Person whose password it sets anew; null: a new person. */
    personId: uuid('person_id').references(() => person.id),
    codeHash: text('code_hash').notNull(),
    /**
     * Whether it was made at the machine, with the database's own password: then it is good for whoever works elsewhere
     * too.
     */
    byMachine: boolean('by_machine').notNull().default(false),
    expiresAt: timestamp('expires_at', { withTimezone: true, mode: 'date' }).notNull(),
    usedAt: timestamp('used_at', { withTimezone: true, mode: 'date' }),
    madeBy: uuid('made_by').default(sql`served_person()`),
    ...stamps,
  },
  (table) => [unique('invitation_code').on(table.codeHash)],
);

/** A browser that belongs to the bench, not to a person: people of the workshop change on it by a short number. */
export const tablet = pgTable(
  'tablet',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    name: text('name').notNull(),
    tokenHash: text('token_hash').notNull(),
    endedAt: timestamp('ended_at', { withTimezone: true, mode: 'date' }),
    madeBy: uuid('made_by').default(sql`served_person()`),
    ...stamps,
  },
  (table) => [unique('tablet_token').on(table.tokenHash)],
);

/** Who made a row: set by the database itself, from the person its connection serves. */
const madeBy = { madeBy: uuid('made_by').default(sql`served_person()`) };
const byMember = (name: string, { workshopId, madeBy: by }: { workshopId: AnyPgColumn; madeBy: AnyPgColumn }) =>
  foreignKey({
    name: `${name}_made_by`,
    columns: [workshopId, by],
    foreignColumns: [membership.workshopId, membership.personId],
  });

/**
 * Fingerprint of the request a row was made from: the same request sent again is told from another one under a used id.
 */
const madeFrom = { madeFrom: text('made_from') };

/** A repair job. */
export const job = pgTable(
  'job',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    title: text('title').notNull(),
    item: text('item').notNull().default(''),
    state: text('state').$type<JobHead['state']>().notNull(),
    stage: text('stage').$type<JobHead['stage']>().notNull(),
    /** Where it stands by its record: kept by the database itself with every change of what it follows from. */
    standing: text('standing').$type<Standing>().notNull().default('came-in'),
    service: jsonb('service').$type<JobHead['service']>().notNull().default({}),
    /** Coldest and hottest temperature. */
    temperaturesC: jsonb('temperatures_c').$type<JobHead['temperaturesC']>().notNull().default([NOT_GIVEN, NOT_GIVEN]),
    purge: jsonb('purge').$type<JobHead['purge']>().notNull().default(NO_PURGE),
    acceptance: text('acceptance'),
    machine: jsonb('machine').$type<JobHead['machine']>().notNull().default(NO_MACHINE),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true, mode: 'date' }),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('job', table),
    unique('job_in_workshop').on(table.workshopId, table.id),
    index('job_by_workshop').on(table.workshopId, table.updatedAt),
    index('job_by_day').on(table.workshopId, table.createdAt),
    index('job_by_standing')
      .on(table.workshopId, table.standing, table.updatedAt)
      .where(sql`withdrawn_at is null`),
  ],
);

/** A thing of a job belongs to a job of its own workshop, whoever writes it. */
const ofJob = (name: string, { workshopId, jobId }: { workshopId: AnyPgColumn; jobId: AnyPgColumn }) =>
  foreignKey({ name: `${name}_of_job`, columns: [workshopId, jobId], foreignColumns: [job.workshopId, job.id] });

/** A piece of a job. */
export const piece = pgTable(
  'piece',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    position: integer('position').notNull(),
    name: text('name').notNull(),
    kind: text('kind').$type<Piece['kind']>().notNull(),
    itemFamily: text('item_family'),
    form: text('form').$type<Piece['form']>(),
    thicknessMm: jsonb('thickness_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    size: text('size').notNull().default(''),
    outsideMm: jsonb('outside_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    shape: text('shape').$type<Piece['shape']>(),
    lengthMm: jsonb('length_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    widthMm: jsonb('width_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    endOutsideMm: jsonb('end_outside_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    bendDeg: jsonb('bend_deg').$type<Quantity>().notNull().default(NOT_GIVEN),
    count: integer('count').notNull().default(1),
    condition: text('condition'),
    marks: text('marks').notNull().default(''),
    coating: text('coating').$type<Piece['coating']>(),
    origin: text('origin').notNull().default(''),
    grade: text('grade'),
    gradeSource: text('grade_source').$type<Piece['gradeSource']>(),
    weldMetal: text('weld_metal'),
    /** Reckoned from the grade or from the tests whenever they change, so that the board can ask for it. */
    likelyFamily: text('likely_family'),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true, mode: 'date' }),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('piece', table),
    ofJob('piece', table),
    unique('piece_in_workshop').on(table.workshopId, table.id),
    unique('piece_in_job').on(table.workshopId, table.jobId, table.id),
    index('piece_by_job').on(table.jobId, table.position),
    index('piece_by_family').on(table.workshopId, table.likelyFamily),
  ],
);

/** A field test: rows are added and struck out, never changed or erased. */
export const fieldTest = pgTable(
  'field_test',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    pieceId: uuid('piece_id').notNull(),
    entry: jsonb('entry').$type<FieldTestRecord['entry']>().notNull(),
    spot: jsonb('spot').$type<FieldTestRecord['spot']>(),
    note: text('note').notNull().default(''),
    struckOutAt: timestamp('struck_out_at', { withTimezone: true, mode: 'date' }),
    struckOutReason: text('struck_out_reason'),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('field_test', table),
    foreignKey({
      name: 'field_test_of_piece',
      columns: [table.workshopId, table.pieceId],
      foreignColumns: [piece.workshopId, piece.id],
    }),
    index('field_test_by_piece').on(table.pieceId, table.createdAt),
  ],
);

/** A joint of a job. */
export const joint = pgTable(
  'joint',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    position: integer('position').notNull().default(0),
    name: text('name').notNull().default(''),
    joint: jsonb('joint').$type<JointRecord['joint']>().notNull(),
    /** A trigger sees to it that its pieces are of the same job. */
    sides: jsonb('sides').$type<JointRecord['sides']>().notNull().default([]),
    fit: jsonb('fit').$type<JointRecord['fit']>().notNull().default(NO_FIT),
    lengthMm: jsonb('length_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    course: text('course').$type<JointRecord['course']>(),
    alikeTo: uuid('alike_to'),
    settings: jsonb('settings').$type<JointRecord['settings']>().notNull().default({}),
    seamOrder: jsonb('seam_order').$type<JointRecord['seamOrder']>().notNull().default(NO_SEAM_ORDER),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true, mode: 'date' }),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('joint', table),
    ofJob('joint', table),
    unique('joint_in_workshop').on(table.workshopId, table.id),
    unique('joint_in_job').on(table.workshopId, table.jobId, table.id),
    foreignKey({
      name: 'joint_alike_to_joint',
      columns: [table.workshopId, table.jobId, table.alikeTo],
      foreignColumns: [table.workshopId, table.jobId, table.id],
    }),
    index('joint_by_job').on(table.jobId, table.position),
  ],
);

/** A decision with its whole question and result, so that it can be understood and repeated years later. */
export const decision = pgTable(
  'decision',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    jointId: uuid('joint_id'),
    rod: text('rod'),
    recommended: text('recommended'),
    engineVersion: text('engine_version').notNull(),
    seed: integer('seed').notNull(),
    question: jsonb('question').$type<Record<string, unknown>>().notNull(),
    result: jsonb('result').$type<Record<string, unknown>>().notNull(),
    note: text('note').notNull().default(''),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('decision', table),
    ofJob('decision', table),
    foreignKey({
      name: 'decision_for_joint',
      columns: [table.workshopId, table.jobId, table.jointId],
      foreignColumns: [joint.workshopId, joint.jobId, joint.id],
    }),
    index('decision_by_job').on(table.jobId, table.createdAt),
    index('decision_by_workshop').on(table.workshopId, table.jobId),
  ],
);

/** A word on an item of a job's preparation list: rows are added, never changed or erased. */
export const preparationTick = pgTable(
  'preparation_tick',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    key: text('key').notNull(),
    state: text('state').$type<PreparationTick['state']>().notNull(),
    way: text('way'),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('preparation_tick', table),
    ofJob('preparation_tick', table),
    index('preparation_tick_by_job').on(table.jobId, table.createdAt),
  ],
);

/**
 * What every entry of a log carries: when it happened, by the device it was logged on (entries made without a server
 * come later), and whether it stands.
 */
const logged = {
  at: timestamp('at', { withTimezone: true, mode: 'date' }).notNull(),
  struckOutAt: timestamp('struck_out_at', { withTimezone: true, mode: 'date' }),
  struckOutReason: text('struck_out_reason'),
  ...madeBy,
  ...madeFrom,
  ...stamps,
};

/** An entry of the log of a weld: rows are added and struck out, never changed or erased. */
export const weldEntry = pgTable(
  'weld_entry',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    jointId: uuid('joint_id').notNull(),
    entry: jsonb('entry').$type<WeldRecord['entry']>().notNull(),
    ...logged,
  },
  (table) => [
    byMember('weld_entry', table),
    foreignKey({
      name: 'weld_entry_of_joint',
      columns: [table.workshopId, table.jobId, table.jointId],
      foreignColumns: [joint.workshopId, joint.jobId, joint.id],
    }),
    index('weld_entry_by_job').on(table.jobId, table.at),
    index('weld_entry_teaches')
      .on(table.workshopId, table.jobId)
      .where(sql`entry ->> 'kind' in ('ferrite', 'start')`),
  ],
);

/** What was recorded of a job after it was welded: rows are added and struck out, never changed or erased. */
export const jobRecord = pgTable(
  'job_record',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    jointId: uuid('joint_id'),
    entry: jsonb('entry').$type<JobRecord['entry']>().notNull(),
    ...logged,
  },
  (table) => [
    byMember('job_record', table),
    ofJob('job_record', table),
    foreignKey({
      name: 'job_record_of_joint',
      columns: [table.workshopId, table.jobId, table.jointId],
      foreignColumns: [joint.workshopId, joint.jobId, joint.id],
    }),
    index('job_record_by_job').on(table.jobId, table.at),
    // Asked for over all jobs of a workshop, and few of all entries.
    index('job_record_looks')
      .on(table.workshopId, table.jobId)
      .where(sql`entry ->> 'kind' in ('look-again', 'seen')`),
    index('job_record_teaches')
      .on(table.workshopId, table.jobId)
      .where(sql`entry ->> 'kind' in ('seen', 'minutes') or entry ->> 'line' = 'ferrite'`),
  ],
);

/** A meter that sends what it shows, and what it is used for just now. */
export const meter = pgTable(
  'meter',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    kind: text('kind').$type<Meter['kind']>().notNull(),
    name: text('name').notNull(),
    lagS: doublePrecision('lag_s'),
    use: jsonb('use').$type<MeterUse | null>(),
    keyHash: text('key_hash').notNull(),
    heardAt: timestamp('heard_at', { withTimezone: true, mode: 'date' }),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true, mode: 'date' }),
    ...madeBy,
    ...stamps,
  },
  (table) => [byMember('meter', table), unique('meter_in_workshop').on(table.workshopId, table.id)],
);

/** What meters showed: rows are added, never changed or erased, and only those that say something new. */
export const reading = pgTable(
  'reading',
  {
    ...ofWorkshop,
    meterId: uuid('meter_id').notNull(),
    at: timestamp('at', { withTimezone: true, mode: 'date' }).notNull(),
    value: doublePrecision('value'),
    composition: jsonb('composition').$type<Reading['composition']>(),
    jobId: uuid('job_id'),
    jointId: uuid('joint_id'),
    place: text('place').$type<MeterPlace>(),
    ...stamps,
  },
  (table) => [
    primaryKey({ columns: [table.meterId, table.at] }),
    foreignKey({
      name: 'reading_of_meter',
      columns: [table.workshopId, table.meterId],
      foreignColumns: [meter.workshopId, meter.id],
    }),
    ofJob('reading', table),
    index('reading_by_job').on(table.jobId, table.at),
  ],
);

/** What a meter called for: it begins once, ends once, and says nothing else afterwards. */
export const alarm = pgTable(
  'alarm',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    jointId: uuid('joint_id'),
    meterId: uuid('meter_id').notNull(),
    what: text('what').$type<StandingAlarm['what']>().notNull(),
    ppm: doublePrecision('ppm').notNull(),
    startedAt: timestamp('started_at', { withTimezone: true, mode: 'date' }).notNull(),
    endedAt: timestamp('ended_at', { withTimezone: true, mode: 'date' }),
    ...stamps,
  },
  (table) => [
    ofJob('alarm', table),
    foreignKey({
      name: 'alarm_of_meter',
      columns: [table.workshopId, table.meterId],
      foreignColumns: [meter.workshopId, meter.id],
    }),
    // Every process that hears a meter says the same: the first one is taken.
    unique('alarm_begins_once').on(table.jobId, table.what, table.startedAt),
    uniqueIndex('alarm_stands_once')
      .on(table.meterId, table.what)
      .where(sql`ended_at is null`),
    index('alarm_stands')
      .on(table.workshopId)
      .where(sql`ended_at is null`),
  ],
);

/** What the workshop has of a rod. */
export const rodStock = pgTable(
  'rod_stock',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    rod: text('rod').notNull(),
    inStock: boolean('in_stock').notNull(),
    diameterMm: jsonb('diameter_mm').$type<Quantity>().notNull().default(NOT_GIVEN),
    note: text('note').notNull().default(''),
    ...stamps,
  },
  (table) => [unique('rod_stock_of_rod').on(table.workshopId, table.rod)],
);

/** A picture of a job or a piece. */
export const photo = pgTable(
  'photo',
  {
    id: uuid('id').primaryKey(),
    ...ofWorkshop,
    jobId: uuid('job_id').notNull(),
    pieceId: uuid('piece_id'),
    mediaType: text('media_type').$type<Photo['mediaType']>().notNull(),
    widthPixels: integer('width_pixels').notNull(),
    heightPixels: integer('height_pixels').notNull(),
    turn: integer('turn').$type<Photo['turn']>().notNull().default(0),
    caption: text('caption').notNull().default(''),
    withdrawnAt: timestamp('withdrawn_at', { withTimezone: true, mode: 'date' }),
    ...madeBy,
    ...madeFrom,
    ...stamps,
  },
  (table) => [
    byMember('photo', table),
    ofJob('photo', table),
    unique('photo_in_workshop').on(table.workshopId, table.id),
    foreignKey({
      name: 'photo_of_piece',
      columns: [table.workshopId, table.jobId, table.pieceId],
      foreignColumns: [piece.workshopId, piece.jobId, piece.id],
    }),
    index('photo_by_job').on(table.jobId, table.createdAt),
  ],
);

/** The bytes of a picture, apart from what is said of it: lists and notices must not carry them. */
export const photoFile = pgTable(
  'photo_file',
  {
    photoId: uuid('photo_id').primaryKey(),
    ...ofWorkshop,
    bytes: bytes('bytes').notNull(),
    ...stamps,
  },
  (table) => [
    foreignKey({
      name: 'photo_file_of_photo',
      columns: [table.workshopId, table.photoId],
      foreignColumns: [photo.workshopId, photo.id],
    }),
  ],
);
