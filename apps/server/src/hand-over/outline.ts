import { InputError } from '@variatum/metallurgy';

/** Deepest nesting taken; no document here is a third as deep. */
const DEEPEST = 60;
/** Values of a document at most: two hundred thousand readings with all that is said of each. */
const MOST_VALUES = 4_000_000;
/** Text of a document at most, bytes, without what is cut out of it. */
export const MOST_TEXT_BYTES = 48_000_000;
/** A string that is longer is no text but a picture: it is cut out, and read where it lies, bytes. */
const CUT_FROM_BYTES = 64_000;
/** Marks a place something was cut out of; no text a document keeps begins with it. */
const MARK = '\u0001cut ';

const [QUOTE, BACKSLASH, COMMA, OPEN_LIST, CLOSE_LIST, OPEN, CLOSE, NEW_LINE] = Buffer.from(
  '"\\,[]{}\n',
) as unknown as number[];

/** Where something lies in a file, from and up to, bytes. */
export type Stretch = readonly [number, number];

/** A document still as text, with its long strings cut out. */
export interface Outline {
  readonly text: string;
  readonly cuts: readonly Stretch[];
}

/**
 * Looks through a document once before anything is made of it: how deep it is, how many values it has, and where its
 * long strings lie. What is too much is refused here, at the cost of looking; reading it would take all memory there
 * is.
 * @param where said before what is wrong
 * @throws InputError naming the line
 */
export function outlineOf(bytes: Uint8Array, where = ''): Outline {
  const cuts: Stretch[] = [];
  const parts: Uint8Array[] = [];
  let [line, depth, values, from, kept] = [1, 0, 0, 0, 0];
  const refuse = (message: string): InputError => InputError.at(['body'], `${where}line ${line}: ${message}`);
  const keep = (to: number): void => {
    parts.push(bytes.subarray(from, to));
    kept += to - from;
    if (kept > MOST_TEXT_BYTES) throw refuse(`longer than ${MOST_TEXT_BYTES / 1e6} million bytes without its pictures`);
  };
  for (let at = 0; at < bytes.length; at++) {
    switch (bytes[at]) {
      case NEW_LINE:
        line++;
        break;
      case COMMA:
        if (++values > MOST_VALUES) throw refuse(`more than ${MOST_VALUES / 1e6} million values`);
        break;
      case OPEN_LIST:
      case OPEN:
        if (++depth > DEEPEST) throw refuse(`nested more than ${DEEPEST} deep`);
        values++;
        break;
      case CLOSE_LIST:
      case CLOSE:
        depth--;
        break;
      case QUOTE: {
        const begins = at + 1;
        do at++;
        while (at < bytes.length && bytes[at] !== QUOTE && (bytes[at] !== BACKSLASH || ++at < bytes.length));
        if (at - begins < CUT_FROM_BYTES) break;
        keep(begins);
        parts.push(Buffer.from(`\\u0001cut ${cuts.length}`));
        cuts.push([begins, at]);
        from = at;
      }
    }
  }
  keep(bytes.length);
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(Buffer.concat(parts)), cuts };
  } catch {
    throw InputError.at(['body'], `${where}not text in UTF-8`);
  }
}

/** The stretch a string stands for; undefined: it is text like any other. */
export function stretchOf(text: string, { cuts }: Pick<Outline, 'cuts'>): Stretch | undefined {
  return text.startsWith(MARK) ? cuts[Number(text.slice(MARK.length))] : undefined;
}
