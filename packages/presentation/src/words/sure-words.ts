import type { RiskLevel } from '@variatum/metallurgy';

/**
 * Words that promise something, and the condition each stands for. A page that says one of them means just this; what
 * else it might mean is said otherwise.
 */
export const SURE_WORDS = {
  enough: {
    word: 'Enough',
    holds:
      'Of every piece that meets here something tells what it is: a grade, an analysis, or a test that was ' +
      'tried; and no further test at hand is worth its minutes for the rod.',
  },
  low: {
    word: 'low, no risk above low',
    holds:
      'Every risk of the rod was weighed and none came out above low, and something was tried on every piece: ' +
      'before that it is "not known".',
  },
  nearlyEverything: {
    word: 'holds for nearly everything the pieces may be',
    holds:
      'The rod is within the usual margin of the best one for at least 95 % of what the pieces are believed to ' +
      'be, and something was tried on every piece.',
  },
  settled: {
    word: 'order settled',
    holds:
      'The whole reckoning is done, and further draws would not change which rod stands first; something was ' +
      'tried on every piece.',
  },
  decided: {
    word: 'decided',
    holds:
      'Somebody decided on this rod for this joint, or for the one it is alike to. It stands until somebody ' +
      'decides anew, whatever ranks first.',
  },
  saved: {
    word: 'Saved',
    holds:
      'Everything typed on this page was answered by the server as stored: nothing rests, waits, was refused, ' +
      'contested or set aside.',
  },
  kept: {
    word: 'Keeps to the profile',
    holds:
      'Every line that is asked here was looked at, and each finding keeps to it by more than its way of ' +
      'measuring may be off.',
  },
  none: {
    word: 'none',
    holds: 'Somebody looked and found nothing. A line nobody looked at says "not looked at".',
  },
  accepted: {
    word: 'Accepted',
    holds:
      'A person said so, by the profile as it then stood. With lines missed or not looked at only with a reason, ' +
      'asked for twice; with a crack never.',
  },
  clean: {
    word: 'ready',
    holds:
      'The newest reading inside is at the target and says something of now; where nobody reads, the predicted ' +
      'wait has passed, and that is what is said.',
  },
  good: {
    word: 'good air',
    holds:
      'Somebody or something reads the room, 19.5 % oxygen or more, and the newest reading says something of ' +
      'now. After an alarm: for half a minute without a gap.',
  },
  done: {
    word: 'Done',
    holds: 'Every step of the plan was welded to its end.',
  },
} as const satisfies Readonly<Record<string, { readonly word: string; readonly holds: string }>>;
export type SureWord = keyof typeof SURE_WORDS;

/** A risk as it may be said: before anything was tried on a piece none is known to be low. */
export const saidRisk = (level: RiskLevel, isUntold: boolean): RiskLevel | 'not-known' =>
  level === 'low' && isUntold ? 'not-known' : level;

/** How far an order of rods is to be believed. @param settled undefined: only a first look was taken */
export function orderWords(settled: boolean | undefined, isUntold: boolean): string {
  if (settled === undefined) return 'first look';
  if (isUntold) return 'to begin with: nothing was tried yet';
  return settled ? SURE_WORDS.settled.word : 'the first places are close';
}
