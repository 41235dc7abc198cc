import { KEPT_PICTURE_MOST_BYTES } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { createWriteStream } from 'node:fs';
import { mkdtemp, open, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Compute } from '../compute';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { keptPicture, type KeptPictureFile } from './kept-picture';
import type { OpenedJob, DocumentFile } from './open-document';
import type { Stretch } from './outline';
import { AGAIN_AFTER_S, takeJob } from './take-in';

/** Documents a process takes in at once; whoever comes meanwhile is asked to wait. */
const MOST_AT_ONCE = 2;
let takenIn = 0;

/**
 * Takes a document in, unless as many are taken in already: each keeps a connection for as long as it is written.
 * @param work with a directory of its own, which goes afterwards
 * @throws ProblemError 429
 */
export async function takingIn<Result>(work: (directory: string) => Promise<Result>): Promise<Result> {
  if (takenIn >= MOST_AT_ONCE)
    throw ProblemError.comeAgain(
      'Documents are being taken in',
      'Others are being taken in just now; nothing was done with this one, send it again in a moment.',
      AGAIN_AFTER_S,
    );
  takenIn++;
  const directory = await mkdtemp(join(tmpdir(), 'variatum-brought-in-'));
  try {
    return await work(directory);
  } finally {
    takenIn--;
    await rm(directory, { recursive: true, force: true });
  }
}

/** Text of a stretch of a file. */
async function textAt(file: string, [from, to]: Stretch): Promise<string> {
  const handle = await open(file);
  try {
    const { buffer } = await handle.read(Buffer.alloc(to - from), 0, to - from, from);
    return buffer.toString('latin1');
  } finally {
    await handle.close();
  }
}

/** Bytes that stand as base64 in a document. @throws InputError */
function fromBase64(text: string, index: number): Buffer {
  if (text.length > (KEPT_PICTURE_MOST_BYTES * 4) / 3 || !/^[A-Za-z0-9+/]*={0,2}$/.test(text))
    throw InputError.at(['photos', index, 'file'], 'give the bytes as base64');
  return Buffer.from(text, 'base64');
}

/** A job that is ready to be written: nothing is reckoned or drawn any more. */
export interface PreparedJob extends Pick<OpenedJob, 'document' | 'sentId' | 'families' | 'readings'> {
  readonly pictures: readonly KeptPictureFile[];
}

/**
 * Makes a job ready to be written: its document is read on a thread, its pictures are drawn anew and lie on disk.
 * @param pictureOf bytes of a picture that lies beside the document; left out: it must hold all of its own
 * @throws InputError naming what is wrong
 */
export async function prepareJob(
  compute: Compute,
  asked: DocumentFile & { readonly workshop: string },
  directory: string,
  pictureOf?: (photo: OpenedJob['pictures'][number]) => Promise<Buffer>,
): Promise<PreparedJob> {
  const { document, sentId, families, readings, pictures: sent } = await compute.openJob(asked);
  const pictures: KeptPictureFile[] = [];
  for (const [index, picture] of sent.entries()) {
    const { within } = picture;
    if (within === null && !pictureOf)
      throw InputError.at(['photos', index, 'file'], 'missing: a document by itself holds its pictures');
    const text = typeof within === 'string' || within === null ? within : await textAt(asked.file, within);
    const bytes = text === null ? await pictureOf!(picture) : fromBase64(text, index);
    const photo = document.photos[index] as (typeof document.photos)[number];
    const { bytes: kept, ...facts } = await keptPicture(compute, bytes, photo, ['photos', index, 'file']);
    const file = join(directory, photo.id);
    await writeFile(file, kept);
    pictures.push({ ...facts, file });
  }
  return { document, sentId, families, readings, pictures };
}

/**
 * Brings a job in from a document as it comes over the line.
 * @returns identifier of the job here
 * @throws ProblemError 429 while others are taken in, 409 when it is here already; InputError naming line and field
 */
export const bringJobIn = (context: RequestContext, bytes: AsyncIterable<Uint8Array>): Promise<string> =>
  takingIn(async (directory) => {
    const file = join(directory, 'document.json');
    await pipeline(bytes, createWriteStream(file));
    const { compute, workshop } = context;
    const { pictures, ...job } = await prepareJob(compute, { file, workshop }, directory);
    return context.transaction((scope) => takeJob(scope, job, pictures));
  });
