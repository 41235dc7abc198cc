import type { LearntDilution, LearntFamily, LearntRatio, LearntTest } from '@variatum/contracts';
import { ownOf } from '@variatum/job';
import { findItemFamily, JOINTS } from '@variatum/metallurgy';
import { percentWords, ratioWords, STAGE_WORDS, testTitle } from '@variatum/presentation';

/** A thing learnt, in words. */
export interface LearntLines {
  readonly key: string;
  readonly off: boolean;
  readonly heading: string;
  readonly words: string;
  readonly effect: string;
}

export const percent = (share: number): string => `${Math.round(100 * share)}`;
const many = (count: number, one: string, more = `${one}s`): string => (count === 1 ? `1 ${one}` : `${count} ${more}`);
const rangeOf = (range: readonly number[]): string => range.map(percent).join(' to ');
const stageOf = (kind: string): string => (STAGE_WORDS as Readonly<Record<string, string>>)[kind] ?? kind;
const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);

/** Kind of bead in words: a technique, and the joint it comes out otherwise in. */
export function kindWords(kind: string): string {
  const [technique = '', type] = kind.split(' ') as [string, string?];
  const { techniques, types } = JOINTS;
  const title = Object.hasOwn(techniques, technique)
    ? techniques[technique as keyof typeof techniques].title
    : technique;
  return type && Object.hasOwn(types, type)
    ? `${title}, ${types[type as keyof typeof types].title.toLowerCase()}`
    : title;
}

export function dilutionLines(one: LearntDilution, nameOf: (person: string) => string): LearntLines {
  const { key, off, kind, count, jobs, prior, dilution, welders } = one;
  const { next } = ownOf(one);
  const each = welders.map((own) => `${nameOf(own.person)} ${percent(own.dilution.median)} % from ${own.count}`);
  const whose = welders.some(({ person }) => person === one.asker) ? 'yours' : 'the workshop’s';
  return {
    key,
    off,
    heading: kindWords(kind),
    words:
      `From ${many(count, 'of your beads', 'of your beads')} on ${many(jobs, 'job')}: ${percent(dilution.median)} ` +
      `% (${rangeOf(dilution.range90)}), believed before ${percent(prior.mode)} ` +
      `%.${each.length > 0 ? ` By welder: ${each.join(', ')}.` : ''}`,
    effect:
      `Where nothing is said of dilution, answers reckon with ${whose}: ${percent(next.min)} to ` +
      `${percent(next.max)} % in place of ${percent(prior.min)} to ${percent(prior.max)} %.`,
  };
}

export function familyLines({ key, off, family, count, grades }: LearntFamily): LearntLines {
  const said = grades
    .slice(0, 4)
    .map(
      ({ grade, count: own, before, after, range90 }) =>
        `${grade} ${own}: ${percentWords(after)} (${rangeOf(range90)} %), before ${percentWords(before)}`,
    );
  return {
    key,
    off,
    heading: findItemFamily(family)?.title ?? family,
    words: `${many(count, 'piece')} confirmed. ${said.join('; ')}.`,
    effect: 'A piece of this kind begins with these shares before its first test.',
  };
}

export function testLines({ key, off, test, count, odd, prior, lapse, range90, used }: LearntTest): LearntLines {
  return {
    key,
    off,
    heading: testTitle(test),
    words:
      `${many(count, 'result')} on pieces that are known by now, ${odd} of them odd: ${percentWords(lapse)} say ` +
      `nothing (${rangeOf(range90)} %), believed before ${percentWords(prior)}.`,
    effect: used ? 'Its results move a piece as much less.' : 'Too few to reckon with: it counts as its model says.',
  };
}

export function minuteLines({ key, off, kind, count, factor, range90 }: LearntRatio): LearntLines {
  return {
    key,
    off,
    heading: capital(stageOf(kind)),
    words:
      `From ${many(count, 'of your jobs', 'of your jobs')}: ${ratioWords(factor)} what is usual ` +
      `(${range90.map((one) => Number(one.toPrecision(2))).join(' to ')}), before 1.`,
    effect: 'Quotes reckon with it.',
  };
}

export function purgeLines({ key, off, kind, count, factor, range90 }: LearntRatio): LearntLines {
  return {
    key,
    off,
    heading: `Waiting for gas, openings ${kind}`,
    words:
      `From ${many(count, 'of your purges', 'of your purges')} with a meter: ${ratioWords(factor)} what was ` +
      `predicted (${range90.map((one) => Number(one.toPrecision(2))).join(' to ')}), before 1.`,
    effect: 'The waiting clock and quotes reckon with it.',
  };
}

/** What a key of something learnt is about. */
export function keyWords(key: string): string {
  const [kind = '', ...rest] = key.split(' ');
  const name = rest.join(' ');
  switch (kind) {
    case 'family':
      return findItemFamily(name)?.title ?? name;
    case 'test':
      return testTitle(name);
    case 'minutes':
      return capital(stageOf(name));
    case 'purge':
      return `Waiting for gas, openings ${name}`;
    default:
      return kindWords(key);
  }
}
