import type { CrackPlace, CrackTime, MagnetPull, StopReason } from '@variatum/metallurgy';

export const CRACK_PLACE_WORDS: Readonly<Record<CrackPlace, string>> = {
  centre: 'along the middle', crater: 'in the crater', toe: 'at the toe', beside: 'beside the bead', tack: 'in a tack',
}; // prettier-ignore
export const CRACK_TIME_WORDS: Readonly<Record<CrackTime, string>> = {
  hot: 'while it glowed', cooling: 'while it cooled', 'next-day': 'a day later', service: 'in use',
}; // prettier-ignore
export const PULL_WORDS: Readonly<Record<MagnetPull, string>> = {
  none: 'no pull', faint: 'faint pull', clear: 'clear pull', strong: 'strong pull',
}; // prettier-ignore
export const STOP_WORDS: Readonly<Record<StopReason, string>> = {
  end: '', rod: 'rod used up', reach: 'broken off', alarm: 'alarm', crack: 'it cracked', other: 'broken off',
}; // prettier-ignore
