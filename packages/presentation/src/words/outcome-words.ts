import type { Outcome } from '@variatum/metallurgy';

export const OUTCOME_WORDS: Readonly<Record<Outcome, string>> = {
  held: 'held',
  leaked: 'leaked',
  cracked: 'cracked',
  rusted: 'rusted',
  other: 'gave out otherwise',
};

const DAY_MS = 86_400_000;
/** Days from one day to another, each as people write it down. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** Time in service, in words. */
export function serviceWords(days: number): string {
  if (days < 60) return days === 1 ? 'a day' : `${days} days`;
  return days < 730 ? `${Math.round(days / 30.4)} months` : `${(days / 365.25).toFixed(1)} years`;
}

/** Today, as days are written down, by the clock of the device. */
export function today(): string {
  const now = new Date();
  const two = (value: number): string => String(value).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
