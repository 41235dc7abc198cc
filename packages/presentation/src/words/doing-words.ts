import type { OpenSpread } from '@variatum/metallurgy';

/** Minutes as people say them: `40 s`, `3 min`, `1 h 20`. */
export function minutesWords(minutes: number): string {
  const seconds = minutes * 60;
  if (minutes === 0) return '0 min';
  if (seconds < 20) return `${Math.max(1, Math.round(seconds))} s`;
  if (seconds < 90) return `${Math.round(seconds / 5) * 5} s`;
  if (minutes < 90) return `${minutes < 10 ? Number(minutes.toFixed(1)) : Math.round(minutes)} min`;
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')}`;
}

/** A wait with its range: `2 min, 1.7 to 2.4 min`. */
export function waitWords({ median, range90: [low, high] }: OpenSpread): string {
  const most = high === null ? ', or never' : ` to ${minutesWords(high)}`;
  return high !== null && high - low < 0.01 ? minutesWords(median) : `${minutesWords(low)}${most}`;
}

/** Oxygen: `53`, `1 200`, `21 %` of air. */
export const ppmWords = (ppm: number): string =>
  ppm >= 1000
    ? String(Number(ppm.toPrecision(2))).replace(/\B(?=(\d{3})+$)/g, ' ')
    : String(Number(ppm.toPrecision(ppm < 100 ? 2 : 3)));

/** A clock that runs: `2:05`. */
export const clockWords = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** A range of times left: `1:30 to 3:00`, `0:40 to never`. @param most null: it may never be */
export const clockRange = (least: number, most: number | null): string =>
  `${clockWords(least)} to ${most === null ? 'never' : clockWords(most)}`;

/** A pressure. */
export const pressureWords = (pascal: number): string =>
  !Number.isFinite(pascal)
    ? 'no vent'
    : pascal >= 1000
      ? `${(pascal / 1000).toFixed(1)} kPa`
      : `${Math.round(pascal)} Pa`;
