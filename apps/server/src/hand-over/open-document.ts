import {
  readJobDocument,
  readLooseReadings,
  readWorkshopDocument,
  type JobDocument,
  type WorkshopDocument,
} from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { printParseErrorCode, visit, type ParseErrorCode } from 'jsonc-parser';
import { readFileSync } from 'node:fs';
import { knownFamily, reckonFamily } from '../pieces/reckon-family';
import { linesOf } from './line-of-path';
import { outlineOf, stretchOf, type Outline, type Stretch } from './outline';
import { idHere, namesIn, renamed } from './renamed';

/** A document on disk. */
export interface DocumentFile {
  readonly file: string;
  /** What it is called where it is one of several. */
  readonly name?: string;
}

/** Readings as text, in parts the database takes at once: there are so many that nothing else is made of them. */
export interface ReadingsInParts {
  readonly parts: readonly string[];
  readonly count: number;
}

/** Readings of one statement. */
const AT_ONCE = 5000;

function inParts(readings: JobDocument['readings'], names: ReadonlyMap<string, string>): ReadingsInParts {
  const here = (id: string): string => names.get(id.toLowerCase()) ?? id;
  const parts: string[] = [];
  for (let from = 0; from < readings.length; from += AT_ONCE) {
    const some = readings.slice(from, from + AT_ONCE);
    parts.push(
      JSON.stringify(some.map((one) => ({ ...one, meter: here(one.meter), joint: one.joint && here(one.joint) }))),
    );
  }
  return { parts, count: readings.length };
}

/** A job as it can be brought in: checked, under the identifiers it has here. */
export interface OpenedJob {
  readonly document: JobDocument;
  /** Identifier it has where it comes from. */
  readonly sentId: string;
  /**
   * Its pictures as they were sent: by what they are called there, and each as base64 or where that lies; null: beside
   * it.
   */
  readonly pictures: readonly (Pick<JobDocument['photos'][number], 'id' | 'mediaType'> & {
    readonly within: Stretch | string | null;
  })[];
  /** Material family of each piece. */
  readonly families: readonly (string | null)[];
  /** Its readings, which the document is without. */
  readonly readings: ReadingsInParts;
}

/** Words for what is not JSON, and the line it is on. */
function brokenAt(text: string): string {
  let found: string | undefined;
  const onError = (code: ParseErrorCode, _offset: number, _length: number, line: number, character: number): void => {
    const what = printParseErrorCode(code)
      .replaceAll(/([a-z])([A-Z])/g, '$1 $2')
      .toLowerCase();
    found ??= `line ${line + 1}, column ${character + 1}: not JSON (${what})`;
  };
  visit(text, { onError }, { disallowComments: true });
  return found ?? 'not JSON';
}

/** The first text that was cut out and is none of a picture: longer than any field. */
function longText(value: unknown, outline: Outline, path: (string | number)[] = []): (string | number)[] | undefined {
  if (typeof value === 'string') return stretchOf(value, outline) ? path : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const step = Array.isArray(value) ? Number(key) : key;
    const found = stretchOf(key, outline) ? [...path, 'a field'] : longText(inner, outline, [...path, step]);
    if (found) return found;
  }
  return undefined;
}

/** Pictures that stand in a document, taken out of it. */
function takePicturesOut(value: unknown, outline: Outline): readonly (Stretch | null)[] {
  const photos: unknown = (value as { readonly photos?: unknown } | null)?.photos;
  if (!Array.isArray(photos)) return [];
  return photos.map((photo: { file?: unknown } | null) => {
    const file = photo?.file;
    const at = typeof file === 'string' ? stretchOf(file, outline) : undefined;
    if (photo && at) photo.file = '';
    return at ?? null;
  });
}

/** Reads a document, and says of everything that is wrong with it on which line that stands. */
function opened<Read>(
  { file, name }: DocumentFile,
  read: (value: unknown) => Read,
): { readonly read: Read; readonly pictures: readonly (Stretch | null)[] } {
  const where = name === undefined ? '' : `${name}, `;
  const outline = outlineOf(readFileSync(file), where);
  const { text } = outline;
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw InputError.at(['body'], where + brokenAt(text));
  }
  const pictures = takePicturesOut(value, outline);
  try {
    const long = outline.cuts.length > 0 ? longText(value, outline) : undefined;
    if (long) throw InputError.at(long, 'longer than anything here may be');
    return { read: read(value), pictures };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const lines = linesOf(
      text,
      error.errors.map(({ path }) => path),
    );
    throw new InputError(
      error.errors.map(({ path, message }, index) => ({
        path,
        message: `${where}line ${lines[index] ?? 1}: ${message}`,
      })),
    );
  }
}

/**
 * Opens the document of a job: reads it, checks it, gives everything in it the identifier it has here, and reckons what
 * its pieces are. All of it is work of a thread: a large document takes seconds and hundreds of megabytes.
 * @throws InputError naming line and field of what is wrong with it
 */
export function openJobDocument(asked: DocumentFile & { readonly workshop: string }): OpenedJob {
  const { read: sent, pictures } = opened(asked, readJobDocument);
  const bare = { ...sent, readings: [], photos: sent.photos.map((photo) => ({ ...photo, file: null })) };
  const names = namesIn(asked.workshop, bare);
  const document = renamed(bare, names);
  return {
    document,
    sentId: sent.job.id,
    // A small one was not worth cutting out, and stands as text still.
    pictures: sent.photos.map(({ id, mediaType, file }, index) => ({
      id,
      mediaType,
      within: pictures[index] ?? (file === '' ? null : file),
    })),
    families: document.pieces.map((piece) => {
      const known = knownFamily(piece);
      return known === undefined ? reckonFamily(piece) : known;
    }),
    readings: inParts(sent.readings, names),
  };
}

/** Opens the document of a workshop. @throws InputError naming line and field of what is wrong with it */
export const openWorkshopDocument = (asked: DocumentFile): WorkshopDocument => opened(asked, readWorkshopDocument).read;

/**
 * Opens readings of no job.
 * @param meters of the workshop they come from
 * @throws InputError naming line and field of what is wrong with them
 */
export function openLooseReadings({
  meters,
  workshop,
  ...asked
}: DocumentFile & { readonly workshop: string; readonly meters: readonly string[] }): ReadingsInParts {
  const names = new Map(meters.map((id) => [id.toLowerCase(), idHere(workshop, id)]));
  const { read } = opened(asked, (value) => {
    const readings = readLooseReadings(value);
    const odd = readings.findIndex(({ meter }) => !names.has(meter.toLowerCase()));
    if (odd >= 0) throw InputError.at([odd, 'meter'], 'names no meter of the workshop');
    return readings;
  });
  return inParts(read, names);
}
