import data from '../../data/preparation.json';
import type { Confidence } from '../catalogue';
import { fromJson } from '../from-json';
import { formatLength, formatTemperature } from '../units';
import type { PreparationGroup, PreparationItem, PreparationQuestion, PreparationWay } from './preparation-input';

type Words = Exclude<keyof typeof data, 'figures' | 'ways'>;
interface Fact {
  readonly title: string;
  readonly reason: string;
  readonly skipped: string;
  readonly caution?: string;
  readonly source: string;
  readonly confidence: Confidence;
}
const FACTS = fromJson<Readonly<Record<Words, Fact>>>(data);
/** Figures of practice. */
export const FIGURES = data.figures;

/** One of the two schools of a question. */
export const wayOf = (id: Exclude<keyof typeof data.ways, 'source' | 'confidence'>): PreparationWay => ({
  id,
  ...fromJson<Omit<PreparationWay, 'id'>>(data.ways[id]),
});

/** Puts figures and names into a sentence of the data. */
const filled = (text: string, words: Readonly<Record<string, string>>): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => words[name] ?? '');

/** What a thing to do is known by: the same however often the list is made. */
export const preparationKey = (fact: Words, of: { readonly joint?: string; readonly piece?: string }): string =>
  [fact, of.joint, of.piece].filter(Boolean).join(' ');

/** Makes an item of a fact. */
export function item(
  fact: Words,
  group: PreparationGroup,
  of: { readonly joint?: string; readonly piece?: string },
  words: Readonly<Record<string, string>> = {},
  more: Partial<Pick<PreparationItem, 'doNot' | 'ways' | 'key' | 'source'>> = {},
): PreparationItem {
  const { title, reason, skipped, caution, source, confidence } = FACTS[fact];
  return {
    key: preparationKey(fact, of),
    group,
    joint: of.joint ?? null,
    piece: of.piece ?? null,
    title: filled(title, words),
    reason: filled(reason, words),
    skipped,
    caution: caution ?? null,
    doNot: false,
    ways: [],
    source,
    confidence,
    ...more,
  };
}

/** How sizes are said in the workshop's units. */
export const said = ({ lengthUnit, temperatureUnit }: Pick<PreparationQuestion, 'lengthUnit' | 'temperatureUnit'>) => ({
  length: (mm: number): string => formatLength(mm, lengthUnit),
  temperatures: ([low, high]: readonly number[]): string =>
    `${formatTemperature(low as number, temperatureUnit)} to ${formatTemperature(high as number, temperatureUnit)}`,
});
