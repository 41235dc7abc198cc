import { jobDocumentSchema, KEPT_PICTURE_MOST_BYTES, workshopDocumentSchema } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { eq, sql } from 'drizzle-orm';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Entry, ZipFile } from 'yauzl';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import type { Scope } from '../store';
import { jobFile, LOOSE_READINGS, pictureFile, WORKSHOP_FILE } from './file-names';
import { readFile } from './read-file';
import { idHere, renamed } from './renamed';
import { takeJob, takeReadings, takeWorkshop } from './take-in';

/** Largest file inside that is read as text, bytes unpacked: a small one can claim to unfold to gigabytes. */
const MOST_TEXT_BYTES = 200_000_000;
/** Files inside at most: ten thousand jobs with their pictures. */
const MOST_ENTRIES = 700_000;

const looseReadingsSchema = jobDocumentSchema.shape.readings;

/** Files within a file, by name. @throws InputError where it is none, or holds one twice */
async function openEntries(
  path: string,
): Promise<{ readonly zip: ZipFile; readonly entries: ReadonlyMap<string, Entry> }> {
  const { openPromise } = await import('yauzl');
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false }).catch((error: Error) => {
    throw InputError.at(['body'], `not a zip file that can be read (${error.message})`);
  });
  const entries = new Map<string, Entry>();
  try {
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/')) continue;
      if (entries.has(entry.fileName)) throw InputError.at(['body'], `${entry.fileName} stands in it twice`);
      if (entries.size >= MOST_ENTRIES) throw InputError.at(['body'], `give at most ${MOST_ENTRIES} files`);
      entries.set(entry.fileName, entry);
    }
  } catch (error) {
    zip.close();
    if (error instanceof InputError) throw error;
    throw InputError.at(['body'], `not a zip file that can be read (${(error as Error).message})`);
  }
  return { zip, entries };
}

async function bytesOf(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  const tooLarge = (): InputError => InputError.at(['body'], `${entry.fileName} is larger than ${most} bytes`);
  if (entry.uncompressedSize > most) throw tooLarge();
  try {
    const chunks: Buffer[] = [];
    // Sizes that are not what the list of files says break the stream off.
    for await (const chunk of await zip.openReadStreamPromise(entry)) chunks.push(chunk as Buffer);
    return Buffer.concat(chunks);
  } catch (error) {
    throw InputError.at(['body'], `${entry.fileName} cannot be unpacked (${(error as Error).message})`);
  }
}

/** A fault with the file it is in. */
const inFile = (name: string, { errors }: InputError): InputError =>
  new InputError(errors.map(({ path, message }) => ({ path, message: message.includes(name) ? message : `${name}: ${message}` }))); // prettier-ignore

/** What was brought in. */
interface Taken {
  readonly jobs: number;
  readonly pictures: number;
  readonly readings: number;
}

/** @throws ProblemError 409 where there are jobs */
async function refuseUnlessEmpty({ database, workshop }: Scope): Promise<void> {
  const [held] = await database
    .select({ one: sql`1` })
    .from(tables.job)
    .where(eq(tables.job.workshopId, workshop))
    .limit(1);
  if (!held) return;
  throw ProblemError.conflictOf(
    'Not empty',
    'This workshop has jobs of its own: bring the file into a further workshop, made under Settings. Nothing was changed.',
  );
}

async function takeFile(context: RequestContext, path: string): Promise<Taken> {
  const { zip, entries } = await openEntries(path);
  try {
    const left = new Set(entries.keys());
    const take = async (name: string, most: number): Promise<Buffer> => {
      const entry = entries.get(name);
      if (!entry) throw InputError.at(['body'], `${name} is missing from the file`);
      left.delete(name);
      return bytesOf(zip, entry, most);
    };
    const text = (name: string): Promise<Buffer> => take(name, MOST_TEXT_BYTES);
    const document = readFile(workshopDocumentSchema, await text(WORKSHOP_FILE), WORKSHOP_FILE);
    return await context.transaction(async (scope) => {
      const { database, workshop } = scope;
      // Two files at once take turns, and the second finds the jobs of the first.
      await database.execute(sql`select 1 from workshop where id = ${workshop} for update`);
      await refuseUnlessEmpty(scope);
      await takeWorkshop(scope, document);
      let [pictures, readings] = [0, 0];
      for (const [index, id] of document.jobs.entries()) {
        const name = jobFile(id);
        const job = readFile(jobDocumentSchema, await text(name), name);
        if (job.job.id !== id) throw InputError.at(['jobs', index], `${name} holds another job`);
        const pictureOf = (at: number): Promise<Buffer> => take(pictureFile(job.photos[at] as (typeof job.photos)[number]), KEPT_PICTURE_MOST_BYTES); // prettier-ignore
        await takeJob(context, scope, job, pictureOf).catch((error: unknown) => {
          throw error instanceof InputError ? inFile(name, error) : error;
        });
        pictures += job.photos.length;
        readings += job.readings.length;
      }
      const loose = readFile(looseReadingsSchema, await text(LOOSE_READINGS), LOOSE_READINGS);
      const meters = new Map(document.meters.map(({ id }) => [id.toLowerCase(), idHere(workshop, id)]));
      loose.forEach(({ meter }, index) => {
        if (!meters.has(meter.toLowerCase()))
          throw InputError.at([index, 'meter'], `${LOOSE_READINGS}: names no meter of ${WORKSHOP_FILE}`);
      });
      await takeReadings(scope, renamed(loose, meters), null);
      const [odd] = left;
      if (odd !== undefined) throw InputError.at(['body'], `${odd} belongs to nothing in the file`);
      return { jobs: document.jobs.length, pictures, readings: readings + loose.length };
    });
  } finally {
    zip.close();
  }
}

/**
 * Brings a whole workshop into one that has no jobs yet. The file is kept on disk while it is read: nothing of it is held in memory
 * but one job and one picture at a time.
 * @throws InputError naming file, line and field; ProblemError 409 where there are jobs already. Nothing is half brought in.
 */
export async function takeWorkshopFile(context: RequestContext, bytes: AsyncIterable<Uint8Array>): Promise<Taken> {
  // Known before a byte is read; asked again once nothing can come between.
  await refuseUnlessEmpty(context);
  const directory = await mkdtemp(join(tmpdir(), 'variatum-brought-in-'));
  try {
    const path = join(directory, 'workshop.zip');
    await pipeline(bytes, createWriteStream(path));
    return await takeFile(context, path);
  } finally {
    await rm(directory, { recursive: true, force: true });
  }
}
