import type { QuoteLine, QuoteStage, Spread } from '@variatum/metallurgy';
import { minutesWords } from './doing-words';

/** Money to whole units where it is much, with its currency. */
export function moneyWords(amount: number, currency: string): string {
  const figure = amount >= 20 ? Math.round(amount).toString() : amount.toFixed(2);
  return currency === '' ? figure : `${currency} ${figure}`;
}

/** Money with its range. */
export const moneySpread = ({ median, range90: [low, high] }: Spread, currency: string): string =>
  low === high
    ? moneyWords(median, currency)
    : `${moneyWords(median, currency)} (${moneyWords(low, '')} to ${moneyWords(high, '')})`;

/** A figure with its range: most likely, and from to. */
export const spreadWords = ({ median, range90: [low, high] }: Spread, words: (value: number) => string): string =>
  low === high ? words(median) : `${words(median)} (${words(low)} to ${words(high)})`;

const QUANTITIES: Readonly<Record<QuoteLine['unit'], (value: number) => string>> = {
  min: (value) => minutesWords(value),
  g: (value) => `${Math.round(value)} g`,
  L: (value) => `${Math.round(value)} L`,
  pieces: (value) => value.toFixed(value < 1 ? 2 : 1),
  '': (value) => String(value),
};

/** A quantity of a quote with its unit. */
export const quantityWords = (value: number, unit: QuoteLine['unit']): string => QUANTITIES[unit](value);

/** Stages of a job in a sentence. */
export const STAGE_WORDS: Readonly<Record<QuoteStage, string>> = {
  look: 'looking and testing',
  prepare: 'getting ready',
  purge: 'waiting for gas',
  weld: 'welding',
  clean: 'cleaning',
  inspect: 'inspecting',
  cool: 'waiting for the metal',
  travel: 'travel',
};
