import type { Logger } from 'pino';
import type { OpenDatabase } from '../database';
import { loggable } from '../http/error-handler';
import type { ChangeFeed } from '../live/change-feed';
import { WatchedMeter } from './watched-meter';

/** Listens for what meters call for, until it is closed. */
export interface AlarmWatch {
  close(): Promise<void>;
}

/** So often every meter is looked at, ms: silence comes by itself. */
const EVERY_MS = 1000;
/** Meters in use are looked up so often, should a change of theirs not have been told, ms. */
const READ_AGAIN_MS = 60_000;

/** What it listens with. */
export interface AlarmParts {
  readonly open: OpenDatabase;
  readonly feed: Pick<ChangeFeed, 'changes' | 'readings' | 'gaps'>;
  readonly logger: Logger;
  /** A clock that is never set, ms. */
  readonly nowMs?: () => number;
}

/**
 * Hears all meters in use and makes their alarms, whether a page is open or not. Every process does: each judges what
 * all are told, the database takes the first to say it, and any of them may die.
 */
export function openAlarmWatch({ open, feed, logger, nowMs = () => performance.now() }: AlarmParts): AlarmWatch {
  const meters = new Map<string, WatchedMeter>();
  const busy = new Map<string, Promise<void>>();
  const again = new Set<string>();
  let isClosed = false;

  const watched = (id: string, workshop: string): WatchedMeter => {
    const known = meters.get(id) ?? new WatchedMeter(id, workshop, nowMs);
    meters.set(id, known);
    return known;
  };
  /** Looks at a meter, one look after another; what comes meanwhile is looked at once more. */
  const look = (one: WatchedMeter): void => {
    if (isClosed) return;
    if (busy.has(one.id)) {
      again.add(one.id);
      return;
    }
    const { workshop } = one;
    const looking = one
      .look((work) => open.transaction(workshop, null, (database) => work({ database, workshop })))
      .catch((error: unknown) => {
        // What it took for known may not have been kept.
        one.forget();
        if (isClosed) return;
        logger.warn({ failure: loggable(error as Error) }, 'a meter could not be looked at; it is read again');
      })
      .then(() => {
        busy.delete(one.id);
        if (again.delete(one.id)) look(one);
      });
    busy.set(one.id, looking);
  };
  /** Meters that are in use, also those that were silent before this process began. */
  const readAll = async (): Promise<void> => {
    try {
      const { rows } = await open.pool.query<{ workshop: string; meter: string }>('select * from meters_in_use()');
      for (const { workshop, meter } of rows) watched(meter, workshop);
    } catch (error) {
      if (!isClosed) logger.warn({ failure: loggable(error as Error) }, 'meters in use could not be read');
    }
  };

  const listening = [
    feed.readings.subscribe(({ workshop, readings }) => {
      for (const reading of readings) watched(reading.meter, workshop).hear(reading);
      for (const id of new Set(readings.map(({ meter }) => meter))) look(watched(id, workshop));
    }),
    feed.changes.subscribe(({ kind, id, job, workshop }) => {
      if (kind === 'meter') watched(id, workshop);
      for (const one of meters.values()) {
        if (one.workshop !== workshop) continue;
        // Where another meter looks may be where this one looked.
        const isOfAll = kind === 'meter' || kind === 'workshop';
        if (!isOfAll && (job !== one.job || kind === 'alarm')) continue;
        one.readAgain();
        look(one);
      }
    }),
    feed.gaps.subscribe(() => {
      // What was missed is not told again.
      for (const one of meters.values()) one.forget();
      void readAll();
    }),
  ];
  const ticks = setInterval(() => {
    for (const one of meters.values()) look(one);
  }, EVERY_MS);
  const reads = setInterval(() => void readAll(), READ_AGAIN_MS);
  void readAll();
  return {
    close: async () => {
      isClosed = true;
      clearInterval(ticks);
      clearInterval(reads);
      for (const one of listening) one.unsubscribe();
      await Promise.all(busy.values());
    },
  };
}
