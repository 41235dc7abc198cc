import {
  MOST_READINGS,
  type KeptReadings,
  type Meter,
  type MeterPatch,
  type MeterUse,
  type MeterWithKey,
  type NewMeter,
} from '@variatum/contracts';
import { and, asc, desc, eq, gte, sql, type SQL } from 'drizzle-orm';
import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { v7 as uuid, validate as isId } from 'uuid';
import { momentOf, momentOrNull, tables } from '../database';
import { ProblemError } from '../http/problem-error';
import { mine, next, orConflict, orNotFound, upon, type Scope } from '../store';
import { readJob } from '../jobs/store';
import { readJoint } from '../joints/store';

type Row = typeof tables.meter.$inferSelect;
const { meter, reading } = tables;

const meterOf = (row: Row): Meter => ({
  id: row.id,
  kind: row.kind,
  name: row.name,
  lagS: row.lagS,
  use: row.use,
  heardAt: momentOrNull(row.heardAt),
  version: row.version,
  withdrawnAt: momentOrNull(row.withdrawnAt),
});

const hashOf = (secret: string): Buffer => createHash('sha256').update(secret).digest();
const newSecret = (): string => randomBytes(24).toString('base64url');
/** Key a meter sends under: whose it is, and what only it knows. */
const keyOf = (workshop: string, id: string, secret: string): string => `${workshop}.${id}.${secret}`;

/** What a key says; undefined when it is none. */
export function readKey(
  key: string,
): { readonly workshop: string; readonly meter: string; readonly secret: string } | undefined {
  const [workshop = '', id = '', secret = '', ...more] = key.split('.');
  const isKey = isId(workshop) && isId(id) && /^[\w-]{20,60}$/.test(secret) && more.length === 0;
  return isKey ? { workshop, meter: id, secret } : undefined;
}

/**
 * A meter that has shown its key, and what the key is known by: another key, and what is sent under this one counts no
 * more.
 */
export interface KeyedMeter {
  readonly meter: Meter;
  readonly keyHash: string;
}

/** The meter a secret belongs to; undefined when it does not, or the meter was withdrawn. */
export async function meterWithSecret(scope: Scope, id: string, secret: string): Promise<KeyedMeter | undefined> {
  const [row] = await scope.database
    .select()
    .from(meter)
    .where(mine(meter, scope, id));
  if (!row || row.withdrawnAt !== null) return undefined;
  const isTheirs = timingSafeEqual(Buffer.from(row.keyHash, 'base64url'), hashOf(secret));
  return isTheirs ? { meter: meterOf(row), keyHash: row.keyHash } : undefined;
}

/** Meters of a workshop, by name. */
export async function listMeters({ database, workshop }: Scope): Promise<Meter[]> {
  const rows = await database
    .select()
    .from(meter)
    .where(eq(meter.workshopId, workshop))
    .orderBy(asc(meter.name), asc(meter.id));
  return rows.map(meterOf);
}

/** Adds a meter. @returns it with its key, which is told this once */
export async function addMeter({ database, workshop }: Scope, fields: NewMeter): Promise<MeterWithKey> {
  const [id, secret] = [uuid(), newSecret()];
  const [row] = await database
    .insert(meter)
    .values({ ...fields, id, workshopId: workshop, keyHash: hashOf(secret).toString('base64url') })
    .returning();
  return { meter: meterOf(orNotFound('meter', row)), key: keyOf(workshop, id, secret) };
}

export async function readMeter(scope: Scope, id: string): Promise<Meter> {
  const [row] = await scope.database
    .select()
    .from(meter)
    .where(mine(meter, scope, id));
  return meterOf(orNotFound('meter', row));
}

/** What a meter is to look at must be there, and belong together. @throws ProblemError 404 */
export async function checkUse(scope: Scope, { job, joint }: MeterUse): Promise<void> {
  await readJob(scope, job);
  if (joint === null) return;
  if ((await readJoint(scope, joint)).jobId !== job) throw ProblemError.notFound('joint of this job');
}

/**
 * Changes a meter.
 * @throws ProblemError 404 also for a job or joint it is to look at; 409 when it was changed meanwhile
 */
export async function changeMeter(
  scope: Scope,
  id: string,
  { version, ...changes }: MeterPatch & { withdrawnAt?: Date | null },
): Promise<Meter> {
  if (changes.use) await checkUse(scope, changes.use);
  const [row] = await scope.database
    .update(meter)
    .set(next(version, changes))
    .where(upon(meter, scope, id, version))
    .returning();
  return orConflict('meter', row && meterOf(row), () => readMeter(scope, id));
}

/** Gives a meter a new key; the one before ends. @throws ProblemError 404 */
export async function giveNewKey(scope: Scope, id: string): Promise<MeterWithKey> {
  const secret = newSecret();
  const [row] = await scope.database
    .update(meter)
    .set({
      keyHash: hashOf(secret).toString('base64url'),
      version: sql`${meter.version} + 1`,
      updatedAt: new Date(),
    })
    .where(mine(meter, scope, id))
    .returning();
  return { meter: meterOf(orNotFound('meter', row)), key: keyOf(scope.workshop, id, secret) };
}

/** Readings of a workshop that are kept, from a moment on. */
const keptSince = ({ workshop }: Scope, what: SQL, since: string | undefined): SQL | undefined =>
  and(eq(reading.workshopId, workshop), what, since === undefined ? undefined : gte(reading.at, new Date(since)));

/** Readings at a job that are kept, oldest first; of very many the newest. @throws ProblemError 404 */
export async function readingsOfJob(scope: Scope, jobId: string, since?: string): Promise<KeptReadings> {
  await readJob(scope, jobId);
  const rows = await scope.database
    .select()
    .from(reading)
    .where(keptSince(scope, eq(reading.jobId, jobId), since))
    .orderBy(desc(reading.at))
    .limit(MOST_READINGS + 1);
  const readings = rows
    .slice(0, MOST_READINGS)
    .reverse()
    .map(({ meterId, at, value, composition, jointId, place }) => ({
      meter: meterId,
      at: momentOf(at),
      value,
      ...(composition ? { composition } : {}),
      joint: jointId,
      place: place ?? 'vent',
    }));
  return { readings, more: rows.length > MOST_READINGS, now: momentOf(new Date()) };
}

/** Most lines of a trace: some days of a meter that never rests. */
const MOST_LINES = 100_000;

/** Readings of a meter that are kept, oldest first; of very many the newest. @throws ProblemError 404 */
export async function readingsOfMeter(
  scope: Scope,
  id: string,
  since?: string,
): Promise<{ readonly meter: Meter; readonly rows: readonly (typeof reading.$inferSelect)[] }> {
  const known = await readMeter(scope, id);
  const rows = await scope.database
    .select()
    .from(reading)
    .where(keptSince(scope, eq(reading.meterId, id), since))
    .orderBy(desc(reading.at))
    .limit(MOST_LINES);
  return { meter: known, rows: rows.reverse() };
}
