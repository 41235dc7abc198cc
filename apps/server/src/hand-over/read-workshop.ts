import { KEPT_PICTURE_MOST_BYTES, type WorkshopDocument } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { eq, sql } from 'drizzle-orm';
import { createWriteStream } from 'node:fs';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { deserialize, serialize } from 'node:v8';
import type { Entry, ZipFile } from 'yauzl';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import type { Scope } from '../store';
import { prepareJob, takingIn, type PreparedJob } from './bring-in';
import { jobFile, LOOSE_READINGS, pictureFile, WORKSHOP_FILE } from './file-names';
import type { ReadingsInParts } from './open-document';
import { takeJob, takeReadings, takeWorkshop } from './take-in';

/** Largest file inside that is read as text, bytes unpacked: a small one can claim to unfold to gigabytes. */
const MOST_TEXT_BYTES = 200_000_000;
/** Files inside at most: ten thousand jobs with their pictures. */
const MOST_ENTRIES = 700_000;

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

/** Unpacks a file within the file. @throws InputError where it is larger, or not what the list of files says */
async function unpack(zip: ZipFile, entry: Entry, most: number, to: string): Promise<void> {
  if (entry.uncompressedSize > most) throw InputError.at(['body'], `${entry.fileName} is larger than ${most} bytes`);
  try {
    // Sizes that are not what the list of files says break the stream off.
    await pipeline(await zip.openReadStreamPromise(entry), createWriteStream(to));
  } catch (error) {
    throw InputError.at(['body'], `${entry.fileName} cannot be unpacked (${(error as Error).message})`);
  }
}

/** A fault with the file it is in. */
const inFile = (name: string, { errors }: InputError): InputError =>
  new InputError(
    errors.map(({ path, message }) => ({ path, message: message.includes(name) ? message : `${name}: ${message}` })),
  );

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
    'This workshop has jobs of its own: bring the file into a further workshop, made under Settings. Nothing was ' +
      'changed.',
  );
}

/** A workshop that is ready to be written: what its jobs hold lies on disk, a file each. */
interface PreparedWorkshop {
  readonly document: WorkshopDocument;
  readonly jobs: readonly string[];
  readonly loose: ReadingsInParts;
  readonly taken: Taken;
}

/** Reads all of a file and draws its pictures, before anything of it is written. */
async function prepareFile(
  { compute, workshop }: RequestContext,
  path: string,
  directory: string,
): Promise<PreparedWorkshop> {
  const { zip, entries } = await openEntries(path);
  try {
    const left = new Set(entries.keys());
    let unpacked = 0;
    const take = async (name: string, most: number): Promise<string> => {
      const entry = entries.get(name);
      if (!entry) throw InputError.at(['body'], `${name} is missing from the file`);
      left.delete(name);
      const to = join(directory, `unpacked-${++unpacked}`);
      await unpack(zip, entry, most, to);
      return to;
    };
    const text = (name: string): Promise<string> => take(name, MOST_TEXT_BYTES);
    const document = await compute.openWorkshop({ file: await text(WORKSHOP_FILE), name: WORKSHOP_FILE });
    const jobs: string[] = [];
    let [pictures, readings] = [0, 0];
    for (const [index, id] of document.jobs.entries()) {
      const name = jobFile(id);
      const file = await text(name);
      const pictureOf = async (photo: Parameters<typeof pictureFile>[0]): Promise<Buffer> => {
        const at = await take(pictureFile(photo), KEPT_PICTURE_MOST_BYTES);
        const bytes = await readFile(at);
        await rm(at);
        return bytes;
      };
      const job = await prepareJob(compute, { file, name, workshop }, directory, pictureOf).catch((error: unknown) => {
        throw error instanceof InputError ? inFile(name, error) : error;
      });
      if (job.sentId !== id) throw InputError.at(['jobs', index], `${name} holds another job`);
      // One job at a time is held in memory.
      await writeFile(file, serialize(job));
      jobs.push(file);
      pictures += job.pictures.length;
      readings += job.readings.count;
    }
    const meters = document.meters.map(({ id }) => id);
    const loose = await compute.openReadings({
      file: await text(LOOSE_READINGS),
      name: LOOSE_READINGS,
      workshop,
      meters,
    });
    const [odd] = left;
    if (odd !== undefined) throw InputError.at(['body'], `${odd} belongs to nothing in the file`);
    const taken = { jobs: jobs.length, pictures, readings: readings + loose.count };
    return { document, jobs, loose, taken };
  } finally {
    zip.close();
  }
}

/**
 * Brings a whole workshop into one that has no jobs yet. The file is kept on disk while it is read: nothing of it is
 * held in memory but one job and one picture at a time.
 * @throws InputError naming file, line and field; ProblemError 409 where there are jobs already, 429 while others are
 * taken in. Nothing is half brought in.
 */
export async function takeWorkshopFile(context: RequestContext, bytes: AsyncIterable<Uint8Array>): Promise<Taken> {
  // Known before a byte is read; asked again once nothing can come between.
  await refuseUnlessEmpty(context);
  return takingIn(async (directory) => {
    const path = join(directory, 'workshop.zip');
    await pipeline(bytes, createWriteStream(path));
    const { document, jobs, loose, taken } = await prepareFile(context, path, directory);
    await context.transaction(async (scope) => {
      const { database, workshop } = scope;
      // Two files at once take turns, and the second finds the jobs of the first.
      await database.execute(sql`select 1 from workshop where id = ${workshop} for update`);
      await refuseUnlessEmpty(scope);
      await takeWorkshop(scope, document);
      for (const file of jobs) {
        const { pictures, ...job } = deserialize(await readFile(file)) as PreparedJob;
        await takeJob(scope, job, pictures);
      }
      await takeReadings(scope, loose, null);
    });
    return taken;
  });
}
