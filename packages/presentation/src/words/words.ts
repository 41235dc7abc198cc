import {
  ENVIRONMENTS,
  findFieldTest,
  FAMILIES,
  type FieldTest,
  type MaterialFamily,
  type RiskLevel,
  type Spread,
} from '@variatum/metallurgy';
import type { FieldTestRecord } from '@variatum/contracts';

/** Risk words as the field says them. */
export const RISK_WORDS: Readonly<Record<RiskLevel, string>> = {
  low: 'low',
  watch: 'watch',
  high: 'high',
  'do-not': 'do not',
};

/** "4 to 9, most likely 6". */
export function ferriteWords({ median, range90 }: Spread): string {
  const [low, high] = [Math.round(range90[0]), Math.round(range90[1])];
  return low === high ? `${low}` : `${low} to ${high}, most likely ${Math.round(median)}`;
}

/** Name of a rod for sentences. */
export const rodName = (rod: string | null): string => rod ?? 'No rod';
/** The same within a sentence. */
export const rodWithin = (rod: string | null): string => rod ?? 'no rod';

/** Share in words, for how sure an answer is. */
export function sureWords(share: number): string {
  if (share >= 0.95) return 'holds for nearly everything the pieces may be';
  if (share >= 0.8) return 'holds for most of what the pieces may be';
  if (share >= 0.5) return 'a compromise: some of what the pieces may be would want another rod';
  return 'a stop-gap: what the pieces are decides it';
}

/** A share as people read it: `0.4 %`, `37 %`. */
export const percentWords = (share: number): string => `${(100 * share).toFixed(share < 0.095 ? 1 : 0)} %`;

/** Expected loss in points: hundredths of a lost part. */
export const pointsWords = (loss: number): string => (100 * loss).toFixed(1);

/** A figure with as many places as it deserves. */
export const figureWords = (value: number): string =>
  Math.abs(value) >= 100 ? value.toFixed(0) : Math.abs(value) >= 10 ? value.toFixed(1) : value.toPrecision(2);

/** A day in words. @example dayWords('2026-11-27T00:00:00Z') // '27 November 2026' */
export const dayWords = (stamp: string): string =>
  new Date(stamp).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** Day and time of a moment. */
export const whenWords = (stamp: string): string =>
  new Date(stamp).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Name of a family for people. */
// A name that is not known falls through to itself.
export const familyTitle = (family: string): string => FAMILIES[family as MaterialFamily]?.title ?? family;

/** Name of a field test. */
export const testTitle = (id: string): string => findFieldTest(id)?.title ?? id;

/** Manner of a test as people say it, such as where the magnet was held. */
export function mannerWords(test: FieldTest, manner: Readonly<Record<string, string | boolean | undefined>>): string[] {
  return (test.options ?? []).flatMap(({ id, values }) => {
    const chosen = manner[id];
    if (chosen === undefined) return [];
    return [values.find((value) => value.id === String(chosen))?.title ?? String(chosen)];
  });
}

/** What a logged test says, in words. */
export function testWords({ entry }: Pick<FieldTestRecord, 'entry'>): string {
  const test = findFieldTest(entry.test);
  const where = test ? mannerWords(test, { worked: entry.worked, filed: entry.filed }) : [];
  const suffix = where.length > 0 ? `, ${where.join(', ')}` : '';
  if (entry.reading)
    return `${Object.entries(entry.reading)
      .map(([symbol, percent]) => `${symbol} ${percent}`)
      .join('  ')} %${suffix}`;
  if (entry.mark !== undefined) return `"${entry.mark}"`;
  if (entry.number !== undefined) return `${entry.number} FN${suffix}`;
  return `${test?.outcomes.find(({ id }) => id === entry.outcome)?.title ?? entry.outcome}${suffix}`;
}

/** Name of an environment. */
export const environmentTitle = (id: string | undefined): string =>
  id ? (ENVIRONMENTS[id as keyof typeof ENVIRONMENTS]?.title ?? id) : 'Service not stated';

/** Surroundings to choose from. */
export const ENVIRONMENT_CHOICES = (Object.keys(ENVIRONMENTS) as (keyof typeof ENVIRONMENTS)[])
  .filter((id) => id !== 'unknown')
  .map((value) => ({ value, title: ENVIRONMENTS[value].title }));

/** How long a test takes, as people say it. */
export function minuteWords(minutes: number): string {
  if (minutes < 1) return 'under a minute';
  return minutes < 60 ? `${Math.round(minutes)} min` : 'days';
}

/** Letter of a piece, as the pictures carry it: A to Z, then AA. */
export const pieceLetter = (index: number): string =>
  (index >= 26 ? pieceLetter(Math.floor(index / 26) - 1) : '') + String.fromCharCode(65 + (index % 26));

/** How many times as much. @example ratioWords(1.28) // '1.3 times' */
export const ratioWords = (factor: number): string => `${Number(factor.toPrecision(2))} times`;
