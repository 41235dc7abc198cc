import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { StandingAlarm } from '@variatum/contracts';
import { roomAir, ROOM_UNWATCHED, type HeardReading, type RoomAir } from '@variatum/job';
import { SteadyClock } from '../kit/steady-clock';
import { Session } from '../sync/session';
import { MeterStore } from './meter-store';
import { Readings } from './readings';
import { StandingAlarms } from './standing-alarms';

/** How the air of one room stands, by the meter that looks at it. */
export interface WatchedRoom extends RoomAir {
  /** Its meter; null: only what was typed. */
  readonly meter: string | null;
  readonly name: string;
}

const KEY = 'variatum room air';
const EVERY_MS = 500;
/** What was typed is no meter's; it stands for any room. */
const TYPED = '';
/** What asks for most comes first. */
const ORDER: readonly RoomAir['state'][] = ['short', 'left', 'lost', 'good', 'unwatched'];

/** Alarms this device had when its page was left: they stand until they are answered. */
function remembered(): ReadonlyMap<string, RoomAir> {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as readonly [string, number, 'short' | 'left'][];
    return new Map(kept.map(([meter, percent, state]) => [meter, { ...ROOM_UNWATCHED, state, percent }]));
  } catch {
    return new Map();
  }
}

function remember(rooms: ReadonlyMap<string, RoomAir>): void {
  const called = [...rooms].filter(([, { state }]) => state === 'short' || state === 'left');
  try {
    sessionStorage.setItem(KEY, JSON.stringify(called.map(([meter, { percent, state }]) => [meter, percent, state])));
  } catch {
    // Closed storage: it lasts as long as the page.
  }
}

/** The air of the rooms that meters of the workshop look at, on whatever page somebody is. */
@Injectable({ providedIn: 'root' })
export class RoomWatch {
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);
  private readonly steady = inject(SteadyClock);
  private readonly session = inject(Session);
  private readonly standing = inject(StandingAlarms);
  /** Calls of the server this device has taken over, each once, by its meter. */
  private readonly taken = new Map<string, string>();

  private readonly typed = signal<readonly HeardReading[]>([]);
  private readonly rooms = signal<ReadonlyMap<string, RoomAir>>(remembered());
  private readonly looking = computed(() =>
    this.meters.meters().filter(({ kind, use }) => kind === 'oxygen' && use?.place === 'room'),
  );

  /** The room that asks for most; one that nobody watches where there is none. */
  readonly room = computed<WatchedRoom>(() => {
    const rooms = [...this.rooms()].map(([id, air]): WatchedRoom => {
      const meter = this.looking().find((one) => one.id === id);
      return { ...air, meter: meter?.id ?? null, name: meter?.name ?? '' };
    });
    rooms.sort((one, other) => ORDER.indexOf(one.state) - ORDER.indexOf(other.state));
    return rooms[0] ?? { ...ROOM_UNWATCHED, meter: null, name: '' };
  });
  /** Whether somebody is to leave the room, or to stay out of it. */
  readonly isCalling = computed(() => ['short', 'left'].includes(this.room().state));

  constructor() {
    effect(() => {
      if (this.session.now()) untracked(() => void this.meters.read());
    });
    effect(() => {
      for (const { id } of this.looking()) this.readings.of(id);
      this.standing.alarms();
      untracked(() => this.look(null));
    });
    setInterval(() => this.look(null), EVERY_MS);
  }

  /** Somebody read oxygen of the room off a display. @param ppm what it shows */
  type(ppm: number): void {
    this.typed.update((all) => [...all.slice(-20), { heardMs: this.steady.read(), ppm, typed: true }]);
    this.look(null);
  }

  /** Somebody says that they are outside, or back in the room. */
  say(said: 'left' | 'back'): void {
    this.look(said);
  }

  /** What the server calls for stands here too, once: what this device hears and says goes on from there. */
  private heardElsewhere(call: StandingAlarm | undefined, last: RoomAir, meter: string): RoomAir {
    const known = this.taken.get(meter);
    if (!call) {
      this.taken.delete(meter);
      // It was called by the server alone, and is over there: nothing was heard here that says otherwise.
      return known !== undefined && last.seenMs === -Infinity ? ROOM_UNWATCHED : last;
    }
    if (known === call.id) return last;
    this.taken.set(meter, call.id);
    if (last.state === 'short' || last.state === 'left') return last;
    return { ...last, state: 'short', percent: last.percent ?? call.ppm / 10_000, goodSinceMs: null };
  }

  private look(said: 'left' | 'back' | null): void {
    const nowMs = this.steady.read();
    const typed = this.typed();
    const looking = this.looking();
    const before = this.rooms();
    const ids = new Set(looking.map(({ id }) => id));
    const called = new Map(
      this.standing.alarms().flatMap((one) => (one.what === 'room-oxygen' ? [[one.meterId, one] as const] : [])),
    );
    // Where meters could not be asked for yet, what was remembered stands; one that was put out of use is answered.
    if (!this.meters.isRead()) for (const id of before.keys()) ids.add(id);
    if (typed.length > 0 || before.get(TYPED)) ids.add(TYPED);
    const rooms = new Map<string, RoomAir>();
    for (const id of ids) {
      const sent = this.readings
        .of(id === TYPED ? undefined : id)
        .flatMap(({ heardMs, value }) => (value === null ? [] : [{ heardMs, ppm: value, typed: false }]));
      const last = this.heardElsewhere(called.get(id), before.get(id) ?? ROOM_UNWATCHED, id);
      const readings = inTurn(sent, typed);
      rooms.set(id, roomAir({ hasMeter: id !== TYPED, readings, said }, nowMs, last));
    }
    if (isSame(rooms, before)) return;
    this.rooms.set(rooms);
    remember(rooms);
  }
}

/** What was sent and what was typed, as it came. */
const inTurn = (sent: readonly HeardReading[], typed: readonly HeardReading[]): readonly HeardReading[] =>
  typed.length === 0 ? sent : [...sent, ...typed].sort((one, other) => (one.heardMs ?? 0) - (other.heardMs ?? 0));

const isSame = (one: ReadonlyMap<string, RoomAir>, other: ReadonlyMap<string, RoomAir>): boolean =>
  one.size === other.size &&
  [...one].every(([id, air]) => {
    const had = other.get(id);
    return had?.state === air.state && had.seenMs === air.seenMs && had.isFresh === air.isFresh;
  });
