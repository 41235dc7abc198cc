import data from '../../data/words-of-parts.json';
import { findGrade, type Process } from '../catalogue';
import { fromJson } from '../from-json';
import type { JointType, Technique } from '../joint';
import type { Coating, Form, Shape } from '../piece';
import { gaugeKindOf } from '../piece';
import { known, NOT_GIVEN, readLength, readSize, type LengthUnit, type Quantity } from '../units';

/** A piece as one line describes it. */
export interface DescribedPiece {
  readonly name: string;
  readonly kind: 'base' | 'old-weld';
  readonly form: Form | null;
  readonly shape: Shape | null;
  readonly outsideMm: Quantity;
  readonly thicknessMm: Quantity;
  readonly lengthMm: Quantity;
  readonly widthMm: Quantity;
  readonly count: number;
  readonly grade: string | null;
  readonly coating: Coating | null;
  /** The words it was read from. */
  readonly said: string;
}

/** A part as one line describes it. */
export interface DescribedPart {
  readonly pieces: readonly DescribedPiece[];
  /** How they meet: as said, or as pieces of these forms usually do. */
  readonly joint: {
    readonly type: JointType;
    readonly technique?: Technique;
    readonly process?: Process;
    /** Whether the type was said; otherwise it is a guess. */
    readonly said: boolean;
  };
}

type Words = Readonly<Record<string, readonly string[]>>;

const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '[\\s-]+');
const asWords = (words: readonly string[]): RegExp =>
  new RegExp(
    `(?<![\\w-])(?:${[...words]
      .sort((a, b) => b.length - a.length)
      .map(escaped)
      .join('|')})s?(?![\\w-])`,
    'i',
  );

/**
 * Takes the first of several kinds of words out of a text. Longer phrases go before shorter ones, whatever their kind.
 */
function take<Kind extends string>(
  text: string,
  words: Words,
): { readonly kind: Kind | undefined; readonly rest: string; readonly word: string } {
  const phrases = Object.entries(words)
    .flatMap(([kind, list]) => list.map((word) => ({ kind: kind as Kind, word })))
    .sort((left, right) => right.word.length - left.word.length);
  for (const { kind, word } of phrases) {
    const found = asWords([word]).exec(text);
    if (found)
      return {
        kind,
        word: found[0],
        rest: `${text.slice(0, found.index)} ${text.slice(found.index + found[0].length)}`,
      };
  }
  return { kind: undefined, word: '', rest: text };
}

const FORMS_BY_WORD = fromJson<Words>(data.forms);
const SHAPES_BY_WORD = fromJson<Words>(data.shapes);

/** Which form or shape a text names; the last word of it decides: a ring tube is a tube. */
function named(text: string): { readonly form: Form | null; readonly shape: Shape | null } {
  const shape = take<Shape>(text, SHAPES_BY_WORD).kind ?? null;
  const form = take<Form>(text, FORMS_BY_WORD).kind ?? null;
  const usual =
    shape === null ? null : (fromJson<Readonly<Partial<Record<Shape, Form>>>>(data.shapeForms)[shape] ?? null);
  return { form: form ?? usual, shape };
}

/** Takes a length with a word behind it out of a text: `200 mm long`. */
function takeMeasured(
  text: string,
  word: string,
  unit: LengthUnit,
): { readonly value: Quantity; readonly rest: string } {
  const found = new RegExp(`([\\d.,/]+(?:\\s+\\d+/\\d+)?\\s*(?:mm|cm|m|in|")?)\\s*${word}(?!\\w)`, 'i').exec(text);
  const read = found && readLength((found[1] as string).trim(), unit);
  if (!found || !read) return { value: NOT_GIVEN, rest: text };
  return { value: { value: read.mm, typed: (found[1] as string).trim() }, rest: text.replace(found[0], ' ') };
}

/** Takes a grade out of a text: a word the catalogue knows, unless it is a size. */
function takeGrade(text: string): { readonly grade: string | null; readonly rest: string } {
  for (const found of text.matchAll(/(?<![\w.])[A-Za-z]*\d[\w.]*(?![\w.]*\s*(?:x|×|mm|in\b|"|ga\b|sch))/g)) {
    const [word] = found;
    const before = text.slice(0, found.index).trimEnd();
    if (/[x×]$/i.test(before)) continue;
    const grade = findGrade(word);
    if (grade)
      return { grade: grade.id, rest: text.slice(0, found.index) + ' ' + text.slice(found.index + word.length) };
  }
  return { grade: null, rest: text };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function describePiece(text: string, unit: LengthUnit): DescribedPiece {
  const old = asWords(data.oldWeld).test(text);
  const counted = /^\s*(\d{1,2})\s*(?:off|pcs|pieces|alike)\s+/i.exec(text);
  const count = counted ? Math.min(99, Math.max(1, Number(counted[1]))) : 1;
  const long = takeMeasured(counted ? text.slice(counted[0].length) : text, 'long', unit);
  const wide = takeMeasured(long.rest, 'wide', unit);
  const graded = takeGrade(wide.rest);
  const coated = take<Coating>(graded.rest, fromJson<Words>(data.coatings));
  const { form, shape } = named(coated.rest);
  const sized = SIZE.exec(coated.rest);
  const size = sized
    ? readSize(`${sized[0]} ${form === 'bar' || form === 'turned' ? 'bar' : ''}`.trim(), unit, gaugeKindOf(form))
    : undefined;
  const rest = sized && size ? coated.rest.replace(sized[0], ' ') : coated.rest;
  const name = rest
    .replace(/\b(?:mm|od|dia|diameter|thick|wall|a|an|the|of)\b/gi, ' ')
    .replace(/[^\w\s/-]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const quantity = (value: number | undefined): Quantity =>
    value === undefined ? NOT_GIVEN : known(Math.round(value * 1e4) / 1e4);
  const across = size?.outsideMm;
  return {
    name: capital(name || (old ? 'old weld' : (form ?? 'piece'))).slice(0, 80),
    kind: old ? 'old-weld' : 'base',
    form: old ? null : form,
    shape: old ? null : shape,
    outsideMm: quantity(across),
    thicknessMm: quantity(size?.wallMm),
    lengthMm: long.value,
    widthMm: wide.value,
    count,
    grade: old ? null : graded.grade,
    coating: coated.kind ?? null,
    said: text.trim(),
  };
}

/** A figure with its unit: 60.3, 1 1/2 in, 16 ga. */
const FIGURE = String.raw`\d[\d.,/]*(?:[\s-]\d+\/\d+)?\s*(?:mm|in|"|ga)?`;
/** A size: a figure, by itself, of a schedule, or times another one. */
const SIZE = new RegExp(String.raw`${FIGURE}\s*(?:sch(?:edule)?\.?\s*\d+s?|[x×*]\s*\.?${FIGURE})?`, 'i');

/** How pieces of these forms usually meet. */
function usualJoint(pieces: readonly DescribedPiece[]): JointType {
  const [first, second] = pieces.filter(({ kind }) => kind === 'base');
  if (!first || !second) return pieces.length > 1 ? 'toe-crack' : 'crack';
  const hollow = ({ form }: DescribedPiece): boolean => form === 'tube' || form === 'pipe';
  const [a, b] = [first.outsideMm.value, second.outsideMm.value];
  if (first.shape === 'disc' || second.shape === 'disc') return 'fillet';
  if (hollow(first) && hollow(second)) {
    const same = a === null || b === null || Math.abs(a - b) <= 0.02 * Math.max(a, b);
    if (!same && second.shape !== 'cap' && first.shape !== 'cap') return 'saddle';
    return Math.max(first.thicknessMm.value ?? 0, second.thicknessMm.value ?? 0) > 3 ? 'bevel' : 'square-butt';
  }
  return 'fillet';
}

/**
 * Understands a part described in one line: `42.4 x 2 tube to 5 mm plate, fillet`, `12 off 28 mm spigot on 42.4 x 2
 * ring tube, TIG`. Words that mean nothing to it become part of a piece's name; nothing is dropped.
 * @param unit unit of bare numbers
 * @returns undefined for an empty line
 */
export function describePart(line: string, unit: LengthUnit = 'mm'): DescribedPart | undefined {
  if (line.trim() === '') return undefined;
  const joint = take<JointType>(line, fromJson<Words>(data.joints));
  const process = take<Process>(joint.rest, fromJson<Words>(data.processes));
  const fused = take<'fused'>(process.rest, { fused: data.fused });
  const between = new RegExp(`\\s+(?:${data.between.join('|')})\\s+|\\s*\\+\\s*|\\s*[,;](?!\\d)\\s*`, 'i');
  const pieces = fused.rest
    .split(between)
    .map((part) => part.trim())
    .filter((part) => /[\w]/.test(part))
    .map((part) => describePiece(part, unit));
  if (pieces.length === 0) pieces.push(describePiece('piece', unit));
  return {
    pieces,
    joint: {
      type: joint.kind ?? usualJoint(pieces),
      said: joint.kind !== undefined,
      ...(fused.kind ? { technique: 'fused' } : {}),
      ...(process.kind ? { process: process.kind } : {}),
    },
  };
}
