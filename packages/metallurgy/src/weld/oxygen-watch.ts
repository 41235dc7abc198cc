import data from '../../data/weld.json';
import { AIR_PPM } from '../purge';

/** A reading of an oxygen meter. */
export interface OxygenSeen {
  readonly atMs: number;
  readonly ppm: number;
}

/** How the inside of a joint stands for welding. */
export type OxygenState =
  /** Nothing was read lately. */
  | 'unseen'
  /** Above what is aimed at. */
  | 'waiting'
  | 'ready'
  /** It was ready and rises. */
  | 'risen';

/** Oxygen of a room below which nobody works without air of their own, ppm. */
export const LEAST_ROOM_PPM = data.oxygen.roomPercent * 10_000;
/** How long a reading says something of now, ms. */
export const FRESH_MS = { oxygen: 1000 * data.fresh.oxygenS, temperature: 1000 * data.fresh.temperatureS } as const;

/**
 * How the inside stands by the last readings: a single one that jumps is no rise, a few seconds of them are.
 * @param readings in the order they came
 */
export function oxygenState(readings: readonly OxygenSeen[], targetPpm: number, nowMs: number): OxygenState {
  const last = readings.at(-1);
  if (!last || nowMs - last.atMs > FRESH_MS.oxygen) return 'unseen';
  if (last.ppm <= targetPpm) return 'ready';
  const rises = data.oxygen.riseFactor * targetPpm;
  const since = last.atMs - 1000 * data.oxygen.riseSeconds;
  const lately = readings.filter(({ atMs }) => atMs >= since);
  const before = readings.filter(({ atMs }) => atMs < since);
  const wasReady = readings.some(({ ppm }) => ppm <= targetPpm);
  if (!wasReady) return 'waiting';
  const risen =
    lately.length > 1 && lately.every(({ ppm }) => ppm > targetPpm) && last.ppm >= Math.min(rises, AIR_PPM / 2);
  return risen || (before.at(-1)?.ppm ?? 0) > targetPpm ? 'risen' : 'ready';
}

/** Whether a room has too little oxygen to be in. @param ppm what a meter in the room shows */
export const roomIsShort = (ppm: number): boolean => ppm < LEAST_ROOM_PPM;
