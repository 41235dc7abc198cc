import type { JobDocument, WorkshopDocument } from '@variatum/contracts';
import { eq, sql } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';
import type { Scope } from '../store';
import type { KeptPictureFile } from './kept-picture';
import type { OpenedJob, ReadingsInParts } from './open-document';
import { idHere, renamed } from './renamed';

/** When what waits for others to be taken in is asked for again, s. */
export const AGAIN_AFTER_S = 5;
/** Rows of one statement. */
const AT_ONCE = 300;

async function insertAll<Row>(rows: readonly Row[], insert: (some: Row[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += AT_ONCE) await insert(rows.slice(from, from + AT_ONCE));
}

/** People of a document: known by name where it goes, with nothing to sign in by. */
async function takePeople(database: Database, people: JobDocument['people']): Promise<void> {
  for (const { id, name } of people) await database.execute(sql`select take_in_person(${id}::uuid, ${name})`);
}

/** Meters of a document, those that are not there yet: each needs a key of its own before it can send. */
async function takeMeters(
  { database, workshop }: Scope,
  meters: readonly (JobDocument['meters'][number] & { readonly withdrawnAt?: string | null })[],
): Promise<void> {
  await insertAll(meters, (some) =>
    database
      .insert(tables.meter)
      .values(
        some.map(({ withdrawnAt = null, ...meter }) => ({
          ...meter,
          workshopId: workshop,
          madeBy: null,
          // The hash of nothing anybody knows.
          keyHash: randomBytes(32).toString('base64url'),
          withdrawnAt: withdrawnAt === null ? null : new Date(withdrawnAt),
        })),
      )
      .onConflictDoNothing(),
  );
}

const momentOrNull = (moment: string | null): Date | null => (moment === null ? null : new Date(moment));

/**
 * Brings a job in under identifiers of its own here, with all that was logged when and by whom. Runs within a
 * transaction, in which nothing is reckoned any more: whatever is wrong, nothing of it stays.
 * @param pictures as they are kept, by their place among the pictures of the document
 * @returns identifier of the job here
 * @throws ProblemError 409 when it is here already
 */
export async function takeJob(
  scope: Scope,
  { document, sentId, families, readings }: Pick<OpenedJob, 'document' | 'sentId' | 'families' | 'readings'>,
  pictures: readonly KeptPictureFile[],
): Promise<string> {
  const { database, workshop } = scope;
  const workshopId = workshop;
  const { job, pieces, joints, decisions, photos, preparation, weld, record, meters, people } = document;
  // The same one sent twice at once: the second is told to come again, and then finds the first.
  const { rows } = await database.execute<{ alone: boolean }>(
    sql`select pg_try_advisory_xact_lock(hashtextextended(${job.id}, 0)) as alone`,
  );
  if (rows[0]?.alone !== true)
    throw ProblemError.comeAgain(
      'Being taken in',
      'The same job is being taken in just now; ask again in a moment.',
      AGAIN_AFTER_S,
    );
  const [there] = await database
    .select({ title: tables.job.title })
    .from(tables.job)
    .where(sql`${tables.job.id} in (${sentId}, ${job.id}) and ${eq(tables.job.workshopId, workshop)}`);
  if (there)
    throw ProblemError.conflictOf('Here already', `"${there.title}" is in this workshop already; nothing was changed.`);
  await takePeople(database, people);
  await takeMeters(scope, meters);
  const { withdrawnAt, createdAt, updatedAt, ...head } = job;
  await database.insert(tables.job).values({
    ...head,
    workshopId,
    withdrawnAt: momentOrNull(withdrawnAt),
    createdAt: new Date(createdAt),
    updatedAt: new Date(updatedAt),
  });
  await insertAll(
    pieces.map(({ tests: _tests, ...piece }, index) => ({
      ...piece,
      workshopId,
      likelyFamily: families[index] ?? null,
      createdAt: new Date(piece.createdAt),
      withdrawnAt: momentOrNull(piece.withdrawnAt),
    })),
    (some) => database.insert(tables.piece).values(some),
  );
  const struck = (one: { readonly createdAt: string; readonly struckOutAt: string | null }) => ({
    createdAt: new Date(one.createdAt),
    struckOutAt: momentOrNull(one.struckOutAt),
  });
  await insertAll(
    pieces.flatMap(({ tests }) => tests).map((test) => ({ ...test, workshopId, ...struck(test) })),
    (some) => database.insert(tables.fieldTest).values(some),
  );
  // Joints others are alike to go first.
  const leadersFirst = [...joints].sort((one, other) => Number(one.alikeTo !== null) - Number(other.alikeTo !== null));
  for (const joint of leadersFirst)
    await database.insert(tables.joint).values({
      ...joint,
      workshopId,
      createdAt: new Date(joint.createdAt),
      withdrawnAt: momentOrNull(joint.withdrawnAt),
    });
  await insertAll(
    decisions.map((one) => ({ ...one, workshopId, createdAt: new Date(one.createdAt) })),
    (some) => database.insert(tables.decision).values(some),
  );
  await insertAll(
    preparation.map((one) => ({ ...one, workshopId, createdAt: new Date(one.createdAt) })),
    (some) => database.insert(tables.preparationTick).values(some),
  );
  await insertAll(
    weld.map((one) => ({ ...one, workshopId, at: new Date(one.at), ...struck(one) })),
    (some) => database.insert(tables.weldEntry).values(some),
  );
  for (const [index, { file: _file, ...photo }] of photos.entries()) {
    const { file, ...facts } = pictures[index] as KeptPictureFile;
    await database.insert(tables.photo).values({
      ...photo,
      ...facts,
      workshopId,
      createdAt: new Date(photo.createdAt),
      withdrawnAt: momentOrNull(photo.withdrawnAt),
    });
    await database.insert(tables.photoFile).values({ photoId: photo.id, workshopId, bytes: await readFile(file) });
  }
  await insertAll(
    record.map((one) => ({ ...one, workshopId, at: new Date(one.at), ...struck(one) })),
    (some) => database.insert(tables.jobRecord).values(some),
  );
  await takeReadings(scope, readings, job.id);
  return job.id;
}

/** Readings of meters that are here. @param jobId null: of no job */
export async function takeReadings(
  { database, workshop }: Scope,
  { parts }: ReadingsInParts,
  jobId: string | null,
): Promise<void> {
  for (const part of parts)
    await database.execute(sql`
      insert into reading (workshop_id, meter_id, at, value, composition, job_id, joint_id, place)
      select ${workshop}::uuid, r.meter, r.at, r.value, r.composition, ${jobId}::uuid, r.joint, r.place
      from jsonb_to_recordset(${part}::jsonb) as r(
        meter uuid, at timestamptz, value double precision, composition jsonb, joint uuid, place text
      )
      on conflict do nothing`);
}

/** Takes the settings, people, stock and meters of a workshop over. Runs within a transaction. */
export async function takeWorkshop(scope: Scope, document: WorkshopDocument): Promise<void> {
  const { database, workshop } = scope;
  const names = new Map(
    [...document.people, ...document.meters].map(({ id }) => [id.toLowerCase(), idHere(workshop, id)]),
  );
  await takePeople(database, renamed(document.people, names));
  await takeMeters(scope, renamed(document.meters, names));
  await database
    .update(tables.workshop)
    .set({ ...document.workshop, updatedAt: new Date(), version: sql`${tables.workshop.version} + 1` })
    .where(eq(tables.workshop.id, workshop));
  for (const rod of document.rodStock)
    await database
      .insert(tables.rodStock)
      .values({ ...rod, id: idHere(workshop, `rod ${rod.rod}`), workshopId: workshop })
      .onConflictDoUpdate({
        target: [tables.rodStock.workshopId, tables.rodStock.rod],
        set: {
          inStock: rod.inStock,
          diameterMm: rod.diameterMm,
          note: rod.note,
          updatedAt: new Date(),
          version: sql`${tables.rodStock.version} + 1`,
        },
      });
}
