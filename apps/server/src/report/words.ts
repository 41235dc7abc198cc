import type { ReportFacts } from './report-facts';
import type { JointFacts } from './joint-facts';
import { formatTemperature, type Spread } from '@variatum/metallurgy';
import { environmentTitle, rodWithin } from '@variatum/presentation';

/** A moment in a report, in the clock of the machine that keeps the record. */
export const momentWords = (stamp: string | number): string =>
  new Date(stamp).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });

/** Who did something; empty where that was not said. */
export const personWords = ({ input }: ReportFacts, who: string | null): string =>
  who === null ? '' : (input.people[who] ?? 'somebody who is no longer here');

/** As the end of a sentence: ` by Ana`; empty where it was not said. */
export const byWhom = (facts: ReportFacts, who: string | null): string =>
  who === null ? '' : ` by ${personWords(facts, who)}`;

/** When something was done and by whom: `3 Mar 2026, 10:15, Ana`. */
export const whenBy = (facts: ReportFacts, moment: string | number, who: string | null): string =>
  [momentWords(moment), personWords(facts, who)].filter(Boolean).join(', ');

/** A title within a sentence. @example withinSentence('Ferrite, FN') // 'ferrite, FN' */
export const withinSentence = (title: string): string => title.slice(0, 1).toLowerCase() + title.slice(1);

/** `Joint 2, flange to tube`. */
export const jointName = ({ number, title }: JointFacts): string => `Joint ${number}, ${title}`;

/** Pieces of a joint: `A and B`. */
export const between = ({ sides }: JointFacts): string =>
  sides.map(({ letter }) => letter).join(' and ') || 'all pieces';

/** A rod in a sentence, also one that is not known. */
export const rodSaid = (rod: string | null | undefined): string => (rod === undefined ? 'not said' : rodWithin(rod));

const round = (value: number): string => String(Math.round(value));
/** `4 to 9, most likely 6`. */
export const spreadSaid = ({ median, range90: [low, high] }: Spread): string =>
  round(low) === round(high) ? round(median) : `${round(low)} to ${round(high)}, most likely ${round(median)}`;

/** What it must live through, in a line. */
export function serviceLine({ input }: ReportFacts): string {
  const {
    service,
    temperaturesC: [coldest, hottest],
  } = input.job;
  const unit = input.workshop.temperatureUnit;
  const range =
    coldest.value === null || hottest.value === null
      ? ''
      : `${formatTemperature(coldest.value, unit)} to ${formatTemperature(hottest.value, unit)}`;
  return [
    environmentTitle(service.environment),
    range,
    service.pressure ? 'under pressure' : '',
    service.vibration ? 'vibration' : '',
    service.cycling ? 'heated and cooled again and again' : '',
  ]
    .filter(Boolean)
    .join(', ');
}
