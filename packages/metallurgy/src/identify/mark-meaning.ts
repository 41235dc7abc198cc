import marks from '../../data/marks.json';
import { GRADES } from '../catalogue';

/** What a mark stands for. */
export interface MarkMeaning {
  /** Grades it names; empty where it says nothing of the metal, as a heat number does. */
  readonly named: ReadonlySet<string>;
  /** Low-carbon, high-carbon and stabilised sisters of a grade that is named plainly: dual certificates are common. */
  readonly sisters: ReadonlySet<string>;
  /** Share of all pieces that are of a named grade, 0 to 1: so common is the mark itself, on wrong pieces too. */
  readonly commonness: number;
}

// Cyrillic letters that look as Latin ones do are typed either way.
const ALIKE: Readonly<Record<string, string>> = {
  А: 'A',
  В: 'B',
  Е: 'E',
  К: 'K',
  М: 'M',
  Н: 'H',
  О: 'O',
  Р: 'P',
  С: 'C',
  Т: 'T',
  Х: 'X',
};

/** A mark without what people write differently: case, blanks, hyphens, letters that look alike. */
const plain = (text: string): string =>
  text
    .toUpperCase()
    .replace(/[АВЕКМНОРСТХ]/g, (letter) => ALIKE[letter] as string)
    .replace(/[^\p{L}\p{N}./+]/gu, '');

const NAMED = new Map<string, Set<string>>();
const claim = (name: string, grade: string): void => {
  const word = plain(name);
  NAMED.set(word, (NAMED.get(word) ?? new Set()).add(grade));
};
for (const { id, names } of GRADES)
  for (const name of [id, names.uns, names.en, names.iso, ...(names.also ?? [])]) if (name) claim(name, id);
for (const [mark, grades] of Object.entries(marks.marks)) for (const grade of grades) claim(mark, grade);

const GENERIC = new Set(marks.generic.marks.map(plain));
const GENERIC_GRADES: ReadonlySet<string> = new Set(
  GRADES.filter(({ family }) => marks.generic.families.includes(family)).map(({ id }) => id),
);
const PREFIX = new RegExp(`^(?:${marks.prefixes.join('|')})(?=[\\p{L}\\p{N}])`, 'u');

/** A word as it stands, and without the names of bodies and products in front of it. */
function readings(word: string): readonly string[] {
  const shorter = word.replace(PREFIX, '');
  return shorter === word ? [word] : [word, ...readings(shorter)];
}

/** Number an AISI grade is called by: 316 of 316L. */
const numberOf = (name: string): string | undefined => /^\d{3}(?=\D*$)/.exec(name)?.[0];

const OF_NUMBER = new Map<string, string[]>();
for (const { id } of GRADES) {
  const number = numberOf(id);
  if (number) OF_NUMBER.set(number, [...(OF_NUMBER.get(number) ?? []), id]);
}

/** Adds what one word means; whether it means anything. */
function understand(word: string, named: Set<string>, sisters: Set<string>): boolean {
  const read = readings(plain(word));
  for (const one of read) {
    const grades = NAMED.get(one);
    if (!grades) continue;
    for (const grade of grades) named.add(grade);
    // A plain number is stamped on its sisters as well; a name with its letter is meant as it stands.
    if (numberOf(one) === one) for (const sister of OF_NUMBER.get(one) ?? []) sisters.add(sister);
    return true;
  }
  const number = read.map(numberOf).find((one) => one !== undefined && OF_NUMBER.has(one));
  for (const sister of (number && OF_NUMBER.get(number)) || []) sisters.add(sister);
  return number !== undefined;
}

/** A word cut shorter at its hyphens, the longest first: A4-80, A4. */
const cutShorter = (word: string): readonly string[] => {
  const parts = word.split('-');
  return parts.map((_, index) => parts.slice(0, parts.length - index).join('-'));
};

const PREVALENCE = new Map(GRADES.map(({ id, prevalence }) => [id, prevalence]));
const ALL = GRADES.reduce((sum, { prevalence }) => sum + prevalence, 0);

function meaningOf(mark: string): MarkMeaning {
  const named = new Set<string>();
  const sisters = new Set<string>();
  const words = mark.split(/[\s,;]+/).filter(Boolean);
  if (!understand(mark, named, sisters))
    for (const word of words)
      if (!cutShorter(word).some((one) => understand(one, named, sisters)))
        for (const part of word.split('/')) cutShorter(part).some((one) => understand(one, named, sisters));
  const isGeneric = named.size === 0 && sisters.size === 0 && words.some((word) => GENERIC.has(plain(word)));
  const meant = isGeneric ? GENERIC_GRADES : named;
  let commonness = 0;
  for (const grade of meant) commonness += PREVALENCE.get(grade) ?? 0;
  return { named: meant, sisters, commonness: commonness / ALL };
}

const KNOWN = new Map<string, MarkMeaning>();
const MOST_KNOWN = 200;

/** What a mark as it was read stands for: punctuation, case and alphabet do not count, it may be of several words. */
export function markMeaning(mark: string): MarkMeaning {
  const known = KNOWN.get(mark);
  if (known) return known;
  const meaning = meaningOf(mark);
  if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
  KNOWN.set(mark, meaning);
  return meaning;
}
