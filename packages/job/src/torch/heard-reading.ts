/**
 * A figure of oxygen as it reached this device. Whether it says something of now is judged by when it came, on the
 * device's own steady clock; what a meter takes for the time of day plays no part in it.
 */
export interface HeardReading {
  /** Moment it came, ms on a clock that is never set; null: it was read from the record, when it came is not known. */
  readonly heardMs: number | null;
  readonly ppm: number;
  /** Whether somebody read it off a display and typed it: it then holds for longer. */
  readonly typed: boolean;
}

/** A reading that came while this device listened. */
export type LiveReading = HeardReading & { readonly heardMs: number };

/** Whether somebody heard it come. */
export const isLive = (reading: HeardReading): reading is LiveReading => reading.heardMs !== null;

/**
 * Whether a reading still says something of now.
 * @param nowMs on the same clock as `heardMs`
 * @param freshMs how long one that was sent, and one that was typed, holds
 */
export function isFresh(
  reading: HeardReading | undefined,
  nowMs: number,
  freshMs: { readonly sent: number; readonly typed: number },
): reading is LiveReading {
  if (reading === undefined || !isLive(reading)) return false;
  return nowMs - reading.heardMs <= (reading.typed ? freshMs.typed : freshMs.sent);
}
