import { FRESH_MS, INSIDE_ALARM } from '@variatum/metallurgy';
import { isFresh, isLive, type HeardReading } from './heard-reading';

/** How the gas behind a joint stands for welding. */
export type InsideState =
  /** Nothing was read, or nothing that still says something of now: what was predicted counts. */
  | 'unseen'
  /** A meter looked since the gas is on, and is silent. */
  | 'lost'
  /** Above what is aimed at. */
  | 'waiting'
  | 'ready'
  /** It was clean and rose, and nothing has ended the alarm since. */
  | 'risen';

/** The gas behind one joint, as far as anybody reads it. */
export interface InsideGas {
  readonly state: InsideState;
  /** What is read now, ppm; null: nothing that says something of now. */
  readonly ppm: number | null;
  /** What was read last, ppm, however long ago; null: nothing. */
  readonly lastPpm: number | null;
}

/** What is known of the gas behind a joint. */
export interface InsideFacts {
  /** Whether a meter is in use for it. */
  readonly hasMeter: boolean;
  /** Readings since the gas was turned on, in the order they came. */
  readonly readings: readonly HeardReading[];
  readonly targetPpm: number;
  readonly gasIsOn: boolean;
  readonly arcBurns: boolean;
}

/** Before anything was heard. */
export const INSIDE_UNSEEN: InsideGas = { state: 'unseen', ppm: null, lastPpm: null };

const FRESH = { sent: FRESH_MS.oxygen, typed: FRESH_MS.typedInside };

/** How the readings leave it, whatever silence followed. */
function afterReadings({ readings, targetPpm }: InsideFacts, nowMs: number): InsideState {
  let state: InsideState = 'waiting';
  let good = 0;
  /** A reading well above the target after clean ones, on which the next one decides, ms. */
  let doubtfulSinceMs: number | null = null;
  for (const reading of readings) {
    if (reading.ppm <= targetPpm) {
      good++;
      doubtfulSinceMs = null;
      // What somebody read off a display was looked at: one is enough.
      if (state !== 'risen' || good >= INSIDE_ALARM.goodReadings || reading.typed) state = 'ready';
      continue;
    }
    good = 0;
    if (state !== 'ready' || reading.ppm < INSIDE_ALARM.riseFactor * targetPpm) continue;
    if (doubtfulSinceMs !== null || reading.typed) state = 'risen';
    doubtfulSinceMs = reading.heardMs ?? -Infinity;
  }
  // Nothing came to take it back: one bad reading alone calls.
  const alone = doubtfulSinceMs !== null && nowMs - doubtfulSinceMs >= INSIDE_ALARM.aloneForMs;
  return state === 'ready' && alone ? 'risen' : state;
}

/**
 * How the gas behind a joint stands. A rise calls until good readings came, or until the arc is out and the gas off;
 * silence of the meter ends nothing, and blocks nothing either: without a reading what was predicted counts.
 * @param nowMs on the clock of `heardMs`, ms
 * @param last what it was before; `INSIDE_UNSEEN` to begin with
 */
export function insideGas(facts: InsideFacts, nowMs: number, last: InsideGas): InsideGas {
  const { readings, hasMeter, gasIsOn, arcBurns } = facts;
  const newest = readings.at(-1);
  const fresh = isFresh(newest, nowMs, FRESH);
  const [ppm, lastPpm] = [fresh ? newest.ppm : null, newest?.ppm ?? null];
  const isOver = !gasIsOn && !arcBurns;
  const state = afterReadings(facts, nowMs);
  const stillCalls = state === 'risen' || (last.state === 'risen' && !hasGoneDown(facts));
  if (!isOver && stillCalls) return { state: 'risen', ppm, lastPpm: lastPpm ?? last.lastPpm };
  if (!fresh) return { state: hasMeter && readings.some(isLive) ? 'lost' : 'unseen', ppm, lastPpm };
  return { state: isOver && state === 'risen' ? 'waiting' : state, ppm, lastPpm };
}

/** Whether the newest readings are good, as many as end an alarm. */
function hasGoneDown({ readings, targetPpm }: InsideFacts): boolean {
  const newest = readings.slice(-INSIDE_ALARM.goodReadings);
  const isTypedGood = newest.at(-1)?.typed === true && (newest.at(-1)?.ppm ?? Infinity) <= targetPpm;
  return isTypedGood || (newest.length === INSIDE_ALARM.goodReadings && newest.every(({ ppm }) => ppm <= targetPpm));
}
