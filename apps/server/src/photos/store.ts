import type { NewPhoto, Photo, PhotoPatch } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { and, count, eq, getTableColumns, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { PreparedPicture } from '../compute';
import { brokenConstraint, momentOf, momentOrNull, rowsJson, tables, type JsonRow } from '../database';
import type { RequestContext } from '../http/context';
import type { FileAnswer } from '../http/endpoint-routes';
import { ProblemError } from '../http/problem-error';
import { mine, next, orConflict, ownedBy, upon, type Scope, orNotFound } from '../store';

type Row = typeof tables.photo.$inferSelect;

/** Pictures a job may have, withdrawn ones among them. */
const MOST_OF_JOB = 60;

/** Pictures of the job a statement is about, oldest first. */
export const photosOfJob = rowsJson<Row>(
  tables.photo,
  getTableColumns(tables.photo),
  sql`${tables.photo.jobId} = ${sql.raw('"job"."id"')}`,
  sql`${tables.photo.createdAt}, ${tables.photo.id}`,
);

/** A picture as every answer gives it, from columns or from JSON. */
export function photoOf(row: Row | JsonRow<Row>): Photo {
  const { workshopId: _workshop, updatedAt: _updated, madeFrom: _from, createdAt, withdrawnAt, ...fields } = row;
  return {
    ...fields,
    createdAt: momentOf(createdAt),
    withdrawnAt: momentOrNull(withdrawnAt),
  };
}

async function onePhoto(scope: Scope, id: string): Promise<Photo> {
  const [row] = await scope.database
    .select()
    .from(tables.photo)
    .where(mine(tables.photo, scope, id));
  return photoOf(orNotFound('picture', row));
}

/** Says which field is wrong when a picture is put to a piece of another job. */
async function ofPiece<Result>(write: () => Promise<Result>): Promise<Result> {
  try {
    return await write();
  } catch (error) {
    if (brokenConstraint(error) === 'photo_of_piece') throw InputError.at(['pieceId'], 'not a piece of this job');
    throw error;
  }
}

/** The picture made from the very same request; undefined while the id is free. @throws ProblemError 409 */
export async function repeatedPhoto(
  { database, workshop }: Scope,
  id: string,
  fingerprint: string,
): Promise<Photo | undefined> {
  const [row] = await database.select().from(tables.photo).where(eq(tables.photo.id, id));
  if (!row) return undefined;
  if (row.workshopId !== workshop || row.madeFrom !== fingerprint) throw ProblemError.taken('picture', id);
  return photoOf(row);
}

/**
 * Stores a picture made ready. The same request sent again answers the picture it made.
 * @param fingerprint of the request: the bytes as they came, and what was said of them
 * @throws ProblemError 404 without the job; 409 when the id belongs to another picture; InputError when the job holds
 * too many
 */
export function addPhoto(
  context: RequestContext,
  jobId: string,
  { id = uuid(), pieceId, turn, caption }: NewPhoto,
  { bytes, ...facts }: PreparedPicture,
  fingerprint: string,
): Promise<Photo> {
  return context.transaction(async (scope) => {
    const { database, workshop: workshopId } = scope;
    const [row] = await ofPiece(() =>
      ownedBy({ photo_of_job: 'job' }, () =>
        database
          .insert(tables.photo)
          .values({ id, workshopId, jobId, pieceId: pieceId ?? null, turn, caption, ...facts, madeFrom: fingerprint })
          .onConflictDoNothing()
          .returning(),
      ),
    );
    if (row) {
      const [held] = await database
        .select({ total: count() })
        .from(tables.photo)
        .where(and(eq(tables.photo.jobId, jobId), eq(tables.photo.workshopId, workshopId)));
      if ((held?.total ?? 0) > MOST_OF_JOB)
        throw InputError.at(['body'], `a job holds at most ${MOST_OF_JOB} pictures, withdrawn ones among them`);
      await database.insert(tables.photoFile).values({ photoId: id, workshopId, bytes: Buffer.from(bytes) });
    }
    const photo = row ? photoOf(row) : await repeatedPhoto(scope, id, fingerprint);
    // Its id was in use a moment ago, and nothing here is ever erased.
    if (!photo) throw ProblemError.taken('picture', id);
    return photo;
  });
}

/** The bytes of a picture. @throws ProblemError 404 */
export async function photoBytes(
  { database, workshop }: Scope,
  id: string,
): Promise<FileAnswer & { readonly bytes: Buffer }> {
  const [file] = await database
    .select({ mediaType: tables.photo.mediaType, bytes: tables.photoFile.bytes })
    .from(tables.photoFile)
    .innerJoin(tables.photo, eq(tables.photo.id, tables.photoFile.photoId))
    .where(and(eq(tables.photoFile.photoId, id), eq(tables.photoFile.workshopId, workshop)));
  if (!file) throw ProblemError.notFound('picture');
  return file;
}

/**
 * Changes what is said of a picture, withdraws it or brings it back; its bytes stay as they came.
 * @throws ProblemError 409 with the picture as it stands when it was changed meanwhile
 */
export async function changePhoto(
  scope: Scope,
  id: string,
  { version, ...changes }: PhotoPatch & { readonly withdrawnAt?: Date | null },
): Promise<Photo> {
  const [row] = await ofPiece(() =>
    scope.database
      .update(tables.photo)
      .set(next(version, changes))
      .where(upon(tables.photo, scope, id, version))
      .returning(),
  );
  return orConflict('picture', row && photoOf(row), () => onePhoto(scope, id));
}
