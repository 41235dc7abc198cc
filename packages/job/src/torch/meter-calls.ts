import { FRESH_MS, type Alarm } from '@variatum/metallurgy';
import type { JobGas } from './gas-behind';
import { isLive, type HeardReading } from './heard-reading';
import { INSIDE_UNSEEN, insideGas, type InsideGas } from './inside-gas';
import { roomAir, ROOM_UNWATCHED, type RoomAir } from './room-air';

/** What a meter calls for. */
export interface MeterCall {
  readonly what: Alarm;
  /** The joint it calls for; null: for the room. */
  readonly joint: string | null;
  /** What it showed, ppm. */
  readonly ppm: number;
  /** Moment of the reading that called, or of the last before it went silent, ms as its meter says. */
  readonly startMs: number;
}

/** A reading with its moments. */
export type DatedReading = HeardReading & {
  /** When it came, ms by the clock on the wall. */
  readonly atMs: number;
  /** When it was shown, as its meter says, ms: the same wherever it is heard. */
  readonly shownMs: number;
};

/** What is known where a meter looks. */
export interface MeterFacts {
  readonly place: 'vent' | 'room';
  /** Joints whose gas it looks at; none for a room. */
  readonly behind: readonly string[];
  /** In the order they came: sent by it, or typed where it looks. */
  readonly readings: readonly DatedReading[];
  readonly gas: Pick<JobGas, 'spaces' | 'gasOnMs' | 'burning'>;
}

/** How what a meter looks at stood before. */
export interface MeterState {
  readonly room: RoomAir;
  readonly inside: ReadonlyMap<string, InsideGas>;
  readonly calls: readonly MeterCall[];
}

/** Before anything was heard. */
export const METER_UNHEARD: MeterState = { room: ROOM_UNWATCHED, inside: new Map(), calls: [] };

/** As it stands where calls of before are all that is known: they stand until something ends them. */
export function latchedBy(calls: readonly MeterCall[]): MeterState {
  const room = calls.find(({ what }) => what === 'room-oxygen');
  const rose = calls.filter(({ what }) => what === 'oxygen-rose');
  return {
    room: room ? { ...ROOM_UNWATCHED, state: 'short', percent: room.ppm / 10_000 } : ROOM_UNWATCHED,
    inside: new Map(
      rose.flatMap(({ joint, ppm }) =>
        joint === null ? [] : [[joint, { state: 'risen' as const, ppm: null, lastPpm: ppm }]],
      ),
    ),
    calls,
  };
}

/** How long the newest sent reading is ago, ms; null: none came. */
function silentMs(readings: readonly DatedReading[], nowMs: number): number | null {
  const [newest] = readings.filter(({ typed }) => !typed).slice(-1);
  return newest && isLive(newest) ? nowMs - newest.heardMs : null;
}

/**
 * What a meter calls for: air of a room that is short, gas behind a root that was clean and rose, and that it has gone
 * silent while gas runs or an arc burns. What called stands until what ends it, as `roomAir` and `insideGas` say.
 * @param nowMs on the clock of `heardMs`, ms
 * @param last what it was before; `METER_UNHEARD` to begin with
 */
export function meterCalls({ place, behind, readings, gas }: MeterFacts, nowMs: number, last: MeterState): MeterState {
  const [gasIsOn, newest] = [gas.gasOnMs !== null, readings.at(-1)];
  const called = (what: Alarm, joint: string | null, value: number | null): MeterCall =>
    last.calls.find((one) => one.what === what) ?? {
      what,
      joint,
      ppm: Math.round(value ?? newest?.ppm ?? 0),
      startMs: newest?.shownMs ?? 0,
    };
  const calls: MeterCall[] = [];
  let { room } = last;
  const inside = new Map<string, InsideGas>();
  if (place === 'room') {
    room = roomAir({ hasMeter: true, readings, said: null }, nowMs, room);
    if (room.state === 'short') calls.push(called('room-oxygen', null, 10_000 * (room.percent ?? 0)));
  } else {
    const since = gas.gasOnMs === null ? readings : readings.filter(({ atMs }) => atMs >= (gas.gasOnMs ?? 0));
    for (const joint of behind) {
      const targetPpm = gas.spaces.find(({ joints }) => joints.includes(joint))?.targetPpm;
      if (targetPpm === undefined) continue;
      const facts = { hasMeter: true, readings: since, targetPpm, gasIsOn, arcBurns: gas.burning.has(joint) };
      inside.set(joint, insideGas(facts, nowMs, last.inside.get(joint) ?? INSIDE_UNSEEN));
    }
    const risen = [...inside].find(([, { state }]) => state === 'risen');
    if (risen) calls.push(called('oxygen-rose', risen[0], risen[1].lastPpm));
  }
  const silent = silentMs(readings, nowMs);
  const isWorking = gasIsOn || gas.burning.size > 0;
  if (isWorking && silent !== null && silent > FRESH_MS.oxygen)
    calls.push(called('meter-silent', behind[0] ?? null, readings.findLast(({ typed }) => !typed)?.ppm ?? null));
  return { room, inside, calls };
}
