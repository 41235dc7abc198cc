import { InputError } from '@variatum/metallurgy';
import type { Compute, PreparedPicture } from '../compute';

/**
 * What begins each segment of a JPEG that says nothing of camera, place or person: tables, frame, scan (ITU-T T.81).
 */
const JPEG_PARTS = new Set([0xc0, 0xc1, 0xc2, 0xc4, 0xda, 0xdb, 0xdd, 0xe0, 0xee]);
const PNG_HEAD = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** Chunks of a PNG that make the picture itself (W3C PNG, third edition). */
const PNG_PARTS = new Set(['IHDR', 'PLTE', 'tRNS', 'IDAT', 'IEND', 'sRGB', 'gAMA', 'cHRM', 'pHYs', 'sBIT']);

function bareJpeg(bytes: Buffer): boolean {
  if (bytes.length < 4 || bytes.readUInt16BE(0) !== 0xffd8) return false;
  let at = 2;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return false;
    const marker = bytes[at + 1] as number;
    if (!JPEG_PARTS.has(marker)) return false;
    at += 2 + bytes.readUInt16BE(at + 2);
    if (marker !== 0xda) continue;
    // The scan itself: up to a marker that is neither stuffing nor a restart.
    while (
      at + 1 < bytes.length &&
      !(bytes[at] === 0xff && bytes[at + 1] !== 0 && ((bytes[at + 1] as number) & 0xf8) !== 0xd0)
    )
      at++;
    if (bytes[at + 1] === 0xd9) return at + 2 === bytes.length;
  }
  return false;
}

function barePng(bytes: Buffer): boolean {
  if (!bytes.subarray(0, 8).equals(PNG_HEAD)) return false;
  let at = 8;
  while (at + 12 <= bytes.length) {
    const kind = bytes.toString('latin1', at + 4, at + 8);
    if (!PNG_PARTS.has(kind)) return false;
    at += 12 + bytes.readUInt32BE(at);
    if (kind === 'IEND') return at === bytes.length;
  }
  return false;
}

/** A picture drawn anew that waits on disk to be kept. */
export interface KeptPictureFile extends Omit<PreparedPicture, 'bytes'> {
  readonly file: string;
}

/**
 * A picture as it is kept when it is brought in: one that holds nothing but the picture is kept byte for byte, anything
 * else is drawn anew as an upload is.
 * @param said what its document says of it
 * @throws InputError when the bytes are no picture
 */
export async function keptPicture(
  compute: Compute,
  bytes: Buffer,
  said: Pick<PreparedPicture, 'widthPixels' | 'heightPixels'>,
  path: readonly (string | number)[],
): Promise<PreparedPicture> {
  try {
    const drawn = await compute.picture(bytes);
    const bare = drawn.mediaType === 'image/jpeg' ? bareJpeg(bytes) : barePng(bytes);
    const asSaid = drawn.widthPixels === said.widthPixels && drawn.heightPixels === said.heightPixels;
    return bare && asSaid ? { ...drawn, bytes } : drawn;
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw InputError.at(path, error.errors[0]?.message ?? 'not a picture');
  }
}
