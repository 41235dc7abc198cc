import { PHOTO_MEDIA_TYPES, type Photo } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';

/** A picture ready to be kept. */
export interface PreparedPicture extends Pick<Photo, 'mediaType' | 'widthPixels' | 'heightPixels'> {
  readonly bytes: Uint8Array;
}

/** Pixels decoded at most: a small file can claim to unfold to gigabytes. */
const MOST_PIXELS = 50_000_000;
/** Longest side kept: enough to read a stamp by. */
const LONGEST_PIXELS = 2400;
const JPEG_QUALITY = 86;
const FORMATS: readonly string[] = ['jpeg', 'png', 'webp'];

/**
 * Decodes a picture and draws it anew, upright and no larger than needed. What the camera wrote beside it, such as
 * where it was taken, and anything else hidden in the file stay behind.
 * @throws InputError when the bytes are no picture of a kind taken here, or unfold to too much
 */
export async function preparePicture(bytes: Uint8Array): Promise<PreparedPicture> {
  const kinds = PHOTO_MEDIA_TYPES.join(', ');
  // Fetched only where a picture comes: it is by far the largest part of the program.
  const { default: sharp } = await import('sharp');
  // One picture at a time leaves the other core to those who wait for answers.
  sharp.concurrency(1);
  try {
    const options = { limitInputPixels: MOST_PIXELS, failOn: 'error', animated: false } as const;
    const { format, width, height, hasAlpha } = await sharp(bytes, options).metadata();
    if (!FORMATS.includes(format)) throw InputError.at(['body'], `not a picture that can be shown; give ${kinds}`);
    if (width * height > MOST_PIXELS)
      throw InputError.at(['body'], `give a picture of at most ${MOST_PIXELS / 1_000_000} million pixels`);
    const drawn = sharp(bytes, options)
      .autoOrient()
      .resize({ width: LONGEST_PIXELS, height: LONGEST_PIXELS, fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb');
    // What is see-through stays so; everything else is a photograph.
    const { data, info } = await (hasAlpha ? drawn.png() : drawn.jpeg({ quality: JPEG_QUALITY })).toBuffer({
      resolveWithObject: true,
    });
    return {
      bytes: data,
      mediaType: hasAlpha ? 'image/png' : 'image/jpeg',
      widthPixels: info.width,
      heightPixels: info.height,
    };
  } catch (error) {
    if (error instanceof InputError) throw error;
    const tooLarge = error instanceof Error && /pixel limit/i.test(error.message);
    throw InputError.at(
      ['body'],
      tooLarge
        ? `give a picture of at most ${MOST_PIXELS / 1_000_000} million pixels`
        : `not a picture that can be shown; give ${kinds}`,
    );
  }
}
