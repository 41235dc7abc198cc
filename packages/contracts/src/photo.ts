import * as z from 'zod';
import { id, stamp, text, version } from './fields';

/** Largest picture taken, in bytes; the page makes larger ones smaller before it sends them. */
export const PHOTO_MOST_BYTES = 3_000_000;
/** Picture formats taken. */
export const PHOTO_MEDIA_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
/** Quarter turns to the right, in degrees. */
export const PHOTO_TURNS = [0, 90, 180, 270] as const;

const turn = z.union(PHOTO_TURNS.map((degrees) => z.literal(degrees)));

/** A picture of a job or of one of its pieces; its bytes are read from an address of their own. */
export const photoSchema = z.object({
  id,
  jobId: id,
  /** Piece it shows; null for a picture of the whole job. */
  pieceId: id.nullable(),
  mediaType: z.enum(PHOTO_MEDIA_TYPES),
  widthPixels: z.int(),
  heightPixels: z.int(),
  turn,
  caption: z.string(),
  version: z.int(),
  createdAt: stamp,
  withdrawnAt: stamp.nullable(),
});
export type Photo = z.infer<typeof photoSchema>;

/**
 * What is said of a picture while it is stored, as the query of the request; its body is the file itself, under the
 * file's own media type.
 */
export const newPhotoSchema = z.strictObject({
  id: id.optional(),
  pieceId: id.optional(),
  turn: z.coerce.number().pipe(turn).default(0),
  caption: text(200).default(''),
});
export type NewPhoto = z.output<typeof newPhotoSchema>;

/** Body that changes what is said of a picture. */
export const photoPatchSchema = z.strictObject({
  version,
  turn: turn.optional(),
  caption: text(200).optional(),
  pieceId: id.nullable().optional(),
});
export type PhotoPatch = z.infer<typeof photoPatchSchema>;
