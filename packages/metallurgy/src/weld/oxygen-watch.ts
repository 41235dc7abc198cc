import data from '../../data/weld.json';

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
/** The gas behind a root stays on until its metal is below this, °C. */
export const PURGE_OFF_BELOW_C = data.purgeOffBelowC.value;
/** How long a reading says something of now, ms. */
export const FRESH_MS = { oxygen: 1000 * data.fresh.oxygenS, temperature: 1000 * data.fresh.temperatureS } as const;

/**
 * How the inside stands by its readings. A reading or two above the target are scatter; some seconds of them, well above it, are a
 * rise, and that lasts until what came in is on its way out again.
 * @param readings in the order they came
 */
export function oxygenState(readings: readonly OxygenSeen[], targetPpm: number, nowMs: number): OxygenState {
  const last = readings.at(-1);
  if (!last || nowMs - last.atMs > FRESH_MS.oxygen) return 'unseen';
  const { riseFactor, riseSeconds, fallsAgain } = data.oxygen;
  let state: OxygenState = 'waiting';
  let aboveSinceMs: number | null = null;
  let peakPpm = 0;
  for (const { atMs, ppm } of readings) {
    if (ppm <= targetPpm) {
      [state, aboveSinceMs] = ['ready', null];
      continue;
    }
    aboveSinceMs ??= atMs;
    if (state === 'ready' && ppm >= riseFactor * targetPpm && atMs - aboveSinceMs >= 1000 * riseSeconds)
      [state, peakPpm] = ['risen', ppm];
    else if (state === 'risen') {
      peakPpm = Math.max(peakPpm, ppm);
      if (ppm < fallsAgain * peakPpm) state = 'waiting';
    }
  }
  return state;
}

/** Whether a room has too little oxygen to be in. @param ppm what a meter in the room shows */
export const roomIsShort = (ppm: number): boolean => ppm < LEAST_ROOM_PPM;
