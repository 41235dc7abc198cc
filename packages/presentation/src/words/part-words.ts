import type { FieldTestRecord, GradeSource, JointRecord, PartJoint, PartPiece } from '@variatum/contracts';
import {
  formatLength,
  JOINTS,
  type Candidate,
  type Figure,
  type JointFit,
  type LengthUnit,
  type Missing,
} from '@variatum/metallurgy';
import { percentWords, testTitle } from './words';

const bare = (mm: number, unit: LengthUnit): string => formatLength(mm, unit).replace(/ (?:mm|in)$/, '');

/** Size of a piece in short: `42.4 × 2 mm`, `5 mm`. Empty while nothing is known. */
export function sizeWords(
  { outsideMm, thicknessMm, form }: Pick<PartPiece, 'outsideMm' | 'thicknessMm' | 'form'>,
  unit: LengthUnit,
): string {
  const [outside, wall] = [outsideMm.value, thicknessMm.value];
  const solid = form === 'bar' || form === 'turned' || form === 'fastener' || form === 'wire';
  if (outside !== null && (wall === null || solid)) return `ø ${formatLength(outside, unit)}`;
  if (outside !== null && wall !== null) return `${bare(outside, unit)} × ${formatLength(wall, unit)}`;
  return wall === null ? '' : formatLength(wall, unit);
}

/** Sizes of how edges are set, as forms and readers name them. */
export const FIT_TITLES: Readonly<Record<keyof JointFit, string>> = {
  gapMm: 'Gap at the root',
  landMm: 'Land',
  bevelDeg: 'Bevels together',
  mismatchMm: 'Mismatch',
  legMm: 'Leg of the fillet',
};

/** Said of a piece of no known metal. */
export const GRADE_OPEN = 'grade open';

/** What is taken or believed of a piece's metal, in short. */
export function metalWords(
  { grade, weldMetal, kind }: Pick<PartPiece, 'grade' | 'weldMetal' | 'kind'>,
  candidates: readonly Candidate[] = [],
): string {
  if (kind === 'old-weld') return weldMetal ?? 'rod open';
  if (grade !== null) return grade;
  const [first] = candidates;
  return first && first.probability > 0.3 ? `${first.grade} ${percentWords(first.probability)}` : GRADE_OPEN;
}

/** What a joint is called: by its own name, else by how it meets. */
export const jointTitle = ({ name }: Pick<JointRecord, 'name'>, type: PartJoint['joint']['type']): string =>
  name || JOINTS.types[type].title;

/** A test in the fewest words: `magnet: faint`. */
export function markWords({ entry }: Pick<FieldTestRecord, 'entry'>): string {
  const said =
    entry.outcome ?? entry.mark ?? (entry.reading ? 'read' : entry.number === undefined ? '' : String(entry.number));
  return `${testTitle(entry.test).toLowerCase()}: ${said.replaceAll('-', ' ')}`;
}

const SIZE_WORDS: Readonly<Record<Missing['size'], string>> = {
  outsideMm: 'the outside diameter',
  thicknessMm: 'the thickness',
  lengthMm: 'the length',
  widthMm: 'the width',
  family: 'the metal',
  shape: 'the shape',
};

/** How a grade that is taken as known is known, after a "by". */
export const GRADE_SOURCE_WORDS: Readonly<Record<GradeSource, string>> = {
  papers: 'its papers',
  analysis: 'an analysis',
  stamp: 'its stamp',
  told: 'somebody’s word',
  tests: 'the tests here',
};

/** What a figure wants, in words: `the length of B`. */
export const missingWords = (missing: readonly Missing[], letters: ReadonlyMap<string, string>): string =>
  [...new Set(missing.map(({ piece, size }) => `${SIZE_WORDS[size]} of ${letters.get(piece) ?? 'a piece'}`))].join(
    ', ',
  );

/** A length that was reckoned, or what it wants. */
export const lengthWords = (figure: Figure, unit: LengthUnit): string =>
  figure.value === null ? 'length open' : formatLength(Math.round(figure.value), unit);
