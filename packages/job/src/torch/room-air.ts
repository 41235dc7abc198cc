import { FRESH_MS, ROOM_ALARM_MS, roomIsShort } from '@variatum/metallurgy';
import { isFresh, isLive, type HeardReading, type LiveReading } from './heard-reading';

/** How the air of the room stands. */
export type RoomState =
  /** Nobody looks: no meter, and nothing typed that still holds. */
  | 'unwatched'
  | 'good'
  /** A meter looked and is silent. */
  | 'lost'
  /** Too little oxygen was read, and nothing has ended the alarm since. */
  | 'short'
  /** It is short of oxygen, and whoever is at this device has said that they are outside. */
  | 'left';

/** The air of the room, as far as anybody reads it. */
export interface RoomAir {
  readonly state: RoomState;
  /** What was read last, percent oxygen, however long ago; null: nothing. */
  readonly percent: number | null;
  /** Whether that still says something of now. */
  readonly isFresh: boolean;
  /** First of the good readings that have followed each other since the last bad one, ms; null: none. */
  readonly goodSinceMs: number | null;
  /** The newest reading that was taken into account, ms; -Infinity: none yet. */
  readonly seenMs: number;
  /** That reading itself. */
  readonly before: HeardReading | null;
}

/** What is known of the room. */
export interface RoomFacts {
  /** Whether a meter is in use for the air of the room. */
  readonly hasMeter: boolean;
  /** Readings in the order they came, at least all since `last`. */
  readonly readings: readonly HeardReading[];
  /** What a person has said since: that they are outside, that they came back; null: nothing. */
  readonly said: 'left' | 'back' | null;
}

/** Before anything was heard. */
export const ROOM_UNWATCHED: RoomAir = {
  state: 'unwatched',
  percent: null,
  isFresh: false,
  goodSinceMs: null,
  seenMs: -Infinity,
  before: null,
};

const FRESH = { sent: FRESH_MS.oxygen, typed: FRESH_MS.typedRoom };
const isCalled = ({ state }: Pick<RoomAir, 'state'>): boolean => state === 'short' || state === 'left';

/**
 * Takes one reading in: a bad one calls at once; good ones end the alarm when they have followed each other long
 * enough.
 */
function take(air: RoomAir, reading: LiveReading, before: HeardReading | null): RoomAir {
  const seen = { percent: reading.ppm / 10_000, seenMs: reading.heardMs };
  if (roomIsShort(reading.ppm)) {
    // Somebody who has left stays outside: that the air is still bad is no news.
    return { ...air, ...seen, state: air.state === 'left' ? 'left' : 'short', goodSinceMs: null };
  }
  const follows = before !== null && isFresh(before, reading.heardMs, FRESH);
  const goodSinceMs = follows && air.goodSinceMs !== null ? air.goodSinceMs : reading.heardMs;
  const over = reading.heardMs - goodSinceMs >= ROOM_ALARM_MS.goodFor;
  return { ...air, ...seen, goodSinceMs, state: isCalled(air) && !over ? air.state : 'good' };
}

/**
 * How the air of the room stands. Silence ends no alarm: only good readings that have come for half a minute do, or
 * that somebody has left the room. One bad reading alone is enough to call.
 * @param nowMs on the clock of `heardMs`, ms
 * @param last what it was before; `ROOM_UNWATCHED` to begin with
 */
export function roomAir({ hasMeter, readings, said }: RoomFacts, nowMs: number, last: RoomAir): RoomAir {
  let air = last;
  let before: HeardReading | null = last.before;
  for (const reading of readings) {
    if (!isLive(reading) || reading.heardMs <= last.seenMs) continue;
    air = take(air, reading, before);
    air = { ...air, before: reading };
    before = reading;
  }
  const newest = readings.filter(isLive).at(-1);
  const fresh = isFresh(newest, nowMs, FRESH);
  if (isCalled(air)) {
    const state = said === 'left' ? 'left' : said === 'back' ? 'short' : air.state;
    return { ...air, state, isFresh: fresh };
  }
  if (fresh) return { ...air, state: 'good', isFresh: true };
  const wasHeard = air.seenMs > -Infinity || readings.length > 0;
  return { ...air, state: hasMeter && wasHeard ? 'lost' : 'unwatched', isFresh: false, goodSinceMs: null };
}
