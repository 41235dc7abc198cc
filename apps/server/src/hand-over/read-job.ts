import { DOCUMENT_VERSION, type JobDocument } from '@variatum/contracts';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { momentOf, tables } from '../database';
import { decisionBriefOf } from '../decisions/store';
import { fieldTestOf } from '../field-tests/read-field-test';
import type { RequestContext } from '../http/context';
import { jobRecordLog } from '../job-record/read';
import { headOf } from '../jobs/store';
import { jointOf } from '../joints/store';
import { photoBytes, photoOf } from '../photos/store';
import { pieceOf } from '../pieces/read-piece';
import { tickOf } from '../preparation/store';
import { mine, orNotFound, type Scope } from '../store';
import { weldLog } from '../weld/store';

/** A document still without its pictures: bytes are read one by one, where they are written. */
export type BareDocument = Omit<JobDocument, 'photos'> & {
  readonly photos: readonly (Omit<JobDocument['photos'][number], 'file'> & { readonly file: null })[];
};

/** Everything a document of people tells of whoever made something: name, or the pseudonym it stands under. */
async function namesOf({ database, workshop }: Scope, people: readonly string[]): Promise<JobDocument['people']> {
  if (people.length === 0) return [];
  const { person, membership } = tables;
  return database
    .select({ id: person.id, name: sql<string>`coalesce(${membership.pseudonym}, ${person.name})` })
    .from(membership)
    .innerJoin(person, eq(person.id, membership.personId))
    .where(and(eq(membership.workshopId, workshop), inArray(person.id, [...people])))
    .orderBy(person.id);
}

/** Runs queries that all see the database as it was at one moment. */
export const atOneMoment = <Result>(context: RequestContext, read: (scope: Scope) => Promise<Result>) =>
  context.transaction(async (scope) => {
    await scope.database.execute(sql`set transaction isolation level repeatable read, read only`);
    return read(scope);
  });

/** A whole job as a document. @throws ProblemError 404 */
export async function readJobDocument(scope: Scope, id: string, now: Date): Promise<BareDocument> {
  const { database, workshop } = scope;
  const { job, piece, fieldTest, joint, decision, photo, preparationTick, weldEntry, jobRecord, reading, meter } =
    tables;
  const [row] = await database
    .select({ job, workshop: tables.workshop.name })
    .from(job)
    .innerJoin(tables.workshop, eq(tables.workshop.id, job.workshopId))
    .where(mine(job, scope, id));
  const { job: head, workshop: workshopName } = orNotFound('job', row);
  const of = (
    table:
      | typeof piece
      | typeof joint
      | typeof decision
      | typeof photo
      | typeof preparationTick
      | typeof weldEntry
      | typeof jobRecord,
  ) => and(eq(table.jobId, id), eq(table.workshopId, workshop));
  const pieces = await database.select().from(piece).where(of(piece)).orderBy(asc(piece.position), asc(piece.id));
  const tests = await database
    .select({ test: fieldTest })
    .from(fieldTest)
    .innerJoin(piece, eq(piece.id, fieldTest.pieceId))
    .where(of(piece))
    .orderBy(asc(fieldTest.createdAt), asc(fieldTest.id));
  const joints = await database.select().from(joint).where(of(joint)).orderBy(asc(joint.position), asc(joint.id));
  const ownJoints = new Set(joints.map((one) => one.id));
  const decisions = await database
    .select()
    .from(decision)
    .where(of(decision))
    .orderBy(asc(decision.createdAt), asc(decision.id));
  const photos = await database.select().from(photo).where(of(photo)).orderBy(asc(photo.createdAt), asc(photo.id));
  const ticks = await database
    .select()
    .from(preparationTick)
    .where(of(preparationTick))
    .orderBy(asc(preparationTick.createdAt), asc(preparationTick.id));
  const weld = await database
    .select()
    .from(weldEntry)
    .where(of(weldEntry))
    .orderBy(asc(weldEntry.at), asc(weldEntry.createdAt), asc(weldEntry.id));
  const record = await database
    .select()
    .from(jobRecord)
    .where(of(jobRecord))
    .orderBy(asc(jobRecord.at), asc(jobRecord.createdAt), asc(jobRecord.id));
  const readings = await database
    .select()
    .from(reading)
    .where(and(eq(reading.jobId, id), eq(reading.workshopId, workshop)))
    .orderBy(asc(reading.at), asc(reading.meterId));
  const heard = [...new Set(readings.map(({ meterId }) => meterId))];
  const meters =
    heard.length === 0
      ? []
      : await database
          .select({ id: meter.id, kind: meter.kind, name: meter.name, lagS: meter.lagS })
          .from(meter)
          .where(inArray(meter.id, heard))
          .orderBy(asc(meter.id));
  const makers = [
    head,
    ...pieces,
    ...tests.map(({ test }) => test),
    ...joints,
    ...decisions,
    ...photos,
    ...ticks,
    ...weld,
    ...record,
  ];
  const people = [...new Set(makers.flatMap(({ madeBy }) => (madeBy === null ? [] : [madeBy])))];
  const made = ({ madeBy, createdAt }: { readonly madeBy: string | null; readonly createdAt: Date }) => ({
    madeBy,
    createdAt: momentOf(createdAt),
  });
  return {
    format: 'variatum-job',
    version: DOCUMENT_VERSION,
    exportedAt: now.toISOString(),
    workshop: workshopName,
    people: await namesOf(scope, people),
    meters,
    job: { ...headOf(head), madeBy: head.madeBy },
    pieces: pieces.map((one) => {
      const { likelyFamily: _reckoned, ...kept } = pieceOf(one, []);
      const own = tests.filter(({ test }) => test.pieceId === one.id);
      return { ...kept, ...made(one), tests: own.map(({ test }) => fieldTestOf(test)) };
    }),
    joints: joints.map((one) => ({ ...jointOf(one), ...made(one) })),
    decisions: decisions.map((one) => ({ ...decisionBriefOf(one), question: one.question, result: one.result })),
    photos: photos.map((one) => ({ ...photoOf(one), madeBy: one.madeBy, file: null })),
    preparation: ticks.map(tickOf),
    weld: weld.map((one) => weldLog.of(one)),
    record: record.map((one) => jobRecordLog.of(one)),
    readings: readings.map(({ meterId, at, value, composition, jointId, place }) => ({
      meter: meterId,
      at: momentOf(at),
      value,
      ...(composition ? { composition } : {}),
      // Older programs kept joints of other jobs with readings.
      joint: jointId !== null && ownJoints.has(jointId) ? jointId : null,
      place,
    })),
  };
}

/** A whole job as a document, pictures and all. @throws ProblemError 404 */
export async function wholeDocument(context: RequestContext, id: string, now: Date): Promise<JobDocument> {
  return atOneMoment(context, async (scope) => {
    const document = await readJobDocument(scope, id, now);
    const photos: JobDocument['photos'] = [];
    for (const photo of document.photos)
      photos.push({ ...photo, file: (await photoBytes(scope, photo.id)).bytes.toString('base64') });
    return { ...document, photos };
  });
}
