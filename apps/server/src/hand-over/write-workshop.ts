import { DOCUMENT_VERSION, type JobDocument, type WorkshopDocument } from '@variatum/contracts';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { Readable } from 'node:stream';
import { momentOf, momentOrNull, tables } from '../database';
import type { RequestContext } from '../http/context';
import { listPeople } from '../people/store';
import { photoBytes } from '../photos/store';
import { listRodStock } from '../rod-stock/store';
import type { Scope } from '../store';
import { readWorkshop } from '../workshop/store';
import { jobFile, LOOSE_READINGS, pictureFile, WORKSHOP_FILE } from './file-names';
import { atOneMoment, readJobDocument, type BareDocument } from './read-job';

const json = (value: unknown): Readable => Readable.from([Buffer.from(`${JSON.stringify(value, null, 1)}\n`, 'utf8')]);

async function workshopDocument(context: RequestContext, jobs: string[], now: Date): Promise<WorkshopDocument> {
  const { id: _id, version: _version, ...settings } = await readWorkshop(context);
  const people = await listPeople(context);
  const meters = await context.database
    .select()
    .from(tables.meter)
    .where(eq(tables.meter.workshopId, context.workshop))
    .orderBy(asc(tables.meter.id));
  return {
    format: 'variatum-workshop',
    version: DOCUMENT_VERSION,
    exportedAt: now.toISOString(),
    workshop: settings,
    people: people.map(({ id, name, role }) => ({ id, name, role })),
    meters: meters.map(({ id, kind, name, lagS, withdrawnAt }) => ({
      id,
      kind,
      name,
      lagS,
      withdrawnAt: momentOrNull(withdrawnAt),
    })),
    rodStock: (await listRodStock(context)).map(({ id: _rod, version: _stock, ...rod }) => rod),
    jobs,
  };
}

/** Readings that belong to no job. */
async function looseReadings({ database, workshop }: Scope): Promise<JobDocument['readings']> {
  const { reading } = tables;
  const rows = await database
    .select()
    .from(reading)
    .where(and(eq(reading.workshopId, workshop), isNull(reading.jobId)))
    .orderBy(asc(reading.at));
  return rows.map(({ meterId, at, value, composition, jointId, place }) => ({
    meter: meterId,
    at: momentOf(at),
    value,
    ...(composition ? { composition } : {}),
    joint: jointId,
    place,
  }));
}

/**
 * The whole workshop as a file, made while it is read: settings, stock and people; each job as a document; each
 * picture. Each job stands as it was at one moment; jobs made meanwhile are not among them.
 */
export async function writeWorkshop(context: RequestContext, now: Date): Promise<Readable> {
  const { ZipFile } = await import('yazl');
  const zip = new ZipFile();
  const rows = await context.database
    .select({ id: tables.job.id })
    .from(tables.job)
    .where(eq(tables.job.workshopId, context.workshop))
    .orderBy(asc(tables.job.createdAt), asc(tables.job.id));
  const jobs = rows.map(({ id }) => id);
  const add = (name: string, compress: boolean, make: () => Promise<Readable>): void =>
    zip.addReadStreamLazy(name, { mtime: now, compress }, (taken) => {
      make().then(
        (stream) => taken(null, stream),
        (error: unknown) => taken(error, null as never),
      );
    });
  // Each is asked for once the one before has been sent; the end comes after the last job has told its pictures.
  let left = jobs.length;
  const jobSent = (document: BareDocument): void => {
    for (const photo of document.photos)
      add(pictureFile(photo), false, async () => Readable.from([(await photoBytes(context, photo.id)).bytes]));
    if (--left === 0) zip.end();
  };
  add(WORKSHOP_FILE, true, async () => json(await workshopDocument(context, jobs, now)));
  add(LOOSE_READINGS, true, async () => json(await looseReadings(context)));
  for (const id of jobs)
    add(jobFile(id), true, async () => {
      const document = await atOneMoment(context, (scope) => readJobDocument(scope, id, now));
      jobSent(document);
      return json(document);
    });
  if (left === 0) zip.end();
  const output = zip.outputStream as Readable;
  zip.on('error', (error: Error) => output.destroy(error));
  return output;
}
