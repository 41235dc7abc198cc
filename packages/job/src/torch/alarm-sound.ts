import { ROOM_ALARM_MS } from '@variatum/metallurgy';

/** What calls, and whether it is heard. */
export interface AlarmSound {
  /** What calls; null: nothing. Another cause is another call. */
  readonly cause: string | null;
  /** Until when somebody has silenced it, ms; null: nobody has. */
  readonly silencedUntilMs: number | null;
  readonly isHeard: boolean;
}

/** Nothing calls. */
export const NO_ALARM: AlarmSound = { cause: null, silencedUntilMs: null, isHeard: false };

/**
 * Whether an alarm is heard. Somebody may silence its sound for two minutes; the alarm itself stands, and what calls
 * for another reason is heard at once.
 * @param cause what calls now; null: nothing
 * @param silences whether somebody silences it at this moment
 * @param nowMs on a clock that is never set, ms
 */
export function alarmSound(cause: string | null, silences: boolean, nowMs: number, last: AlarmSound): AlarmSound {
  if (cause === null) return NO_ALARM;
  const kept = cause === last.cause ? last.silencedUntilMs : null;
  const silencedUntilMs = silences ? nowMs + ROOM_ALARM_MS.silencedFor : kept;
  return { cause, silencedUntilMs, isHeard: silencedUntilMs === null || nowMs >= silencedUntilMs };
}
