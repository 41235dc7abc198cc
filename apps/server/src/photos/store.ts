import { PHOTO_MEDIA_TYPES, PHOTO_MOST_BYTES, type NewPhoto, type Photo, type PhotoPatch } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { and, count, eq } from 'drizzle-orm';
import { imageSize } from 'image-size';
import { v7 as uuid } from 'uuid';
import { tables, type Database } from '../database';
import { ProblemError } from '../http/problem-error';

type Row = typeof tables.photo.$inferSelect;

/** Pictures a job may have, withdrawn ones among them. */
const MOST_OF_JOB = 60;
const MOST_PIXELS = 12_000;
const MEDIA_TYPE_OF: Readonly<Record<string, Photo['mediaType']>> = {
  jpg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
};

const read = ({ workshopId: _workshop, updatedAt: _updated, createdAt, withdrawnAt, ...fields }: Row): Photo => ({
  ...fields,
  mediaType: fields.mediaType as Photo['mediaType'],
  turn: fields.turn as Photo['turn'],
  createdAt: createdAt.toISOString(),
  withdrawnAt: withdrawnAt?.toISOString() ?? null,
});

/** Pictures of a job, oldest first. */
export async function photosOfJob(database: Database, workshopId: string, jobId: string): Promise<Photo[]> {
  const rows = await database
    .select()
    .from(tables.photo)
    .where(and(eq(tables.photo.jobId, jobId), eq(tables.photo.workshopId, workshopId)))
    .orderBy(tables.photo.createdAt, tables.photo.id);
  return rows.map(read);
}

async function onePhoto(database: Database, workshopId: string, id: string): Promise<Photo> {
  const [row] = await database
    .select()
    .from(tables.photo)
    .where(and(eq(tables.photo.id, id), eq(tables.photo.workshopId, workshopId)));
  if (!row) throw ProblemError.notFound('picture');
  return read(row);
}

/** What a file is, by its content: what it calls itself is not to be trusted. @throws InputError */
function inspect(bytes: Buffer): Pick<Photo, 'mediaType' | 'widthPixels' | 'heightPixels'> {
  const refuse = (message: string): never => {
    throw InputError.at('data', message);
  };
  if (bytes.length > PHOTO_MOST_BYTES) refuse(`give a picture of at most ${PHOTO_MOST_BYTES / 1_000_000} MB`);
  let found: ReturnType<typeof imageSize> | undefined;
  try {
    found = imageSize(bytes);
  } catch {
    // Said below: it is no picture.
  }
  const mediaType = MEDIA_TYPE_OF[found?.type ?? ''];
  if (!found || !mediaType) return refuse(`not a picture that can be shown; give ${PHOTO_MEDIA_TYPES.join(', ')}`);
  const { width, height } = found;
  if (!(width > 0 && height > 0 && width <= MOST_PIXELS && height <= MOST_PIXELS))
    refuse(`give a picture of at most ${MOST_PIXELS} by ${MOST_PIXELS} pixels`);
  return { mediaType, widthPixels: width, heightPixels: height };
}

async function checkPiece(
  database: Database,
  workshopId: string,
  jobId: string,
  pieceId: string | null,
): Promise<void> {
  if (pieceId === null) return;
  const [piece] = await database
    .select({ id: tables.piece.id })
    .from(tables.piece)
    .where(and(eq(tables.piece.id, pieceId), eq(tables.piece.jobId, jobId), eq(tables.piece.workshopId, workshopId)));
  if (!piece) throw InputError.at('pieceId', 'not a piece of this job');
}

/**
 * Stores a picture. A repeated request with the same id answers the picture already there.
 * @throws InputError when the data is no picture, or too large
 */
export async function addPhoto(
  database: Database,
  workshopId: string,
  jobId: string,
  { id = uuid(), pieceId = null, data, turn = 0, caption = '' }: NewPhoto,
): Promise<Photo> {
  const [owner] = await database
    .select({ id: tables.job.id })
    .from(tables.job)
    .where(and(eq(tables.job.id, jobId), eq(tables.job.workshopId, workshopId)));
  if (!owner) throw ProblemError.notFound('job');
  const bytes = Buffer.from(data, 'base64');
  const facts = inspect(bytes);
  await checkPiece(database, workshopId, jobId, pieceId);
  await database.transaction(async (transaction) => {
    const [known] = await transaction.select().from(tables.photo).where(eq(tables.photo.id, id));
    if (known) return;
    const [held] = await transaction.select({ total: count() }).from(tables.photo).where(eq(tables.photo.jobId, jobId));
    if ((held?.total ?? 0) >= MOST_OF_JOB)
      throw InputError.at('data', `a job holds at most ${MOST_OF_JOB} pictures, withdrawn ones among them`);
    await transaction.insert(tables.photo).values({ id, workshopId, jobId, pieceId, turn, caption, ...facts });
    await transaction.insert(tables.photoFile).values({ photoId: id, workshopId, bytes });
  });
  return onePhoto(database, workshopId, id);
}

/** The bytes of a picture. */
export async function photoBytes(
  database: Database,
  workshopId: string,
  id: string,
): Promise<{ readonly mediaType: string; readonly bytes: Buffer }> {
  const { mediaType } = await onePhoto(database, workshopId, id);
  const [file] = await database.select().from(tables.photoFile).where(eq(tables.photoFile.photoId, id));
  if (!file) throw ProblemError.notFound('picture');
  return { mediaType, bytes: file.bytes };
}

/**
 * Changes what is said of a picture, withdraws it or brings it back; its bytes stay as they came.
 * @throws ProblemError 409 with the picture as it stands when it was changed meanwhile
 */
export async function changePhoto(
  database: Database,
  workshopId: string,
  id: string,
  { version, ...changes }: PhotoPatch & { readonly withdrawnAt?: Date | null },
): Promise<Photo> {
  const before = await onePhoto(database, workshopId, id);
  await checkPiece(database, workshopId, before.jobId, changes.pieceId ?? null);
  const changed = await database
    .update(tables.photo)
    .set({ ...changes, version: version + 1, updatedAt: new Date() })
    .where(and(eq(tables.photo.id, id), eq(tables.photo.workshopId, workshopId), eq(tables.photo.version, version)))
    .returning({ id: tables.photo.id });
  const current = await onePhoto(database, workshopId, id);
  if (changed.length === 0) throw ProblemError.conflict('picture', current);
  return current;
}
