import type { Photo } from '@variatum/contracts';

/** A picture made ready to be sent. */
export interface PreparedPicture extends Pick<Photo, 'widthPixels' | 'heightPixels'> {
  /** The file, JPEG. */
  readonly file: Blob;
}

/** Longest side of what is sent: enough to read a stamp by, small enough for a plant-room connection. */
const LONGEST_PIXELS = 1800;
const QUALITIES = [0.85, 0.7, 0.5];

/**
 * Draws a picture anew, upright and no larger than needed. What the camera wrote beside the picture, such as where it
 * was taken, does not come along.
 * @throws Error with words for the user when the file is no picture or stays too large
 */
export async function preparePicture(file: Blob, mostBytes: number): Promise<PreparedPicture> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error('not a picture this browser can read; take a photo, or choose a JPEG, PNG or WebP file');
  });
  const scale = Math.min(1, LONGEST_PIXELS / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  for (const quality of QUALITIES) {
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));
    if (blob && blob.size <= mostBytes) return { file: blob, widthPixels: canvas.width, heightPixels: canvas.height };
  }
  throw new Error(`too large even when made smaller; at most ${mostBytes / 1_000_000} MB`);
}
