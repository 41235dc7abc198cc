import { changeSchema, toldReadingsSchema, type Change, type ToldReadings } from '@variatum/contracts';
import { Subject, type Observable } from 'rxjs';
import pg from 'pg';
import { connectionSettings } from '../database';

/** Changes of the database as they are committed, by whichever process. */
export interface ChangeFeed {
  readonly changes: Observable<Change>;
  /** What meters show, as it comes in at whichever process; what is missed is not told again. */
  readonly readings: Observable<ToldReadings>;
  /** The connection was lost: changes committed since may never be told. Whoever passes changes on must say so. */
  readonly gaps: Observable<void>;
  /** Whether changes are heard of now. */
  listening(): boolean;
  close(): Promise<void>;
}

const CHANNEL = 'variatum_change';
const READINGS = 'variatum_reading';
const AGAIN_AFTER_MS = 1000;
/** A frozen database closes no connection: only asking it shows whether it still tells anything. */
const ASK_EVERY_MS = 4000;
const ANSWER_WITHIN_MS = 3000;

/**
 * Listens to the database on a connection of its own. A lost connection, or one on which nobody answers, is opened anew
 * until the feed is closed.
 * @param onError told of every lost connection
 */
export function openChangeFeed(url: string, onError: (error: Error) => void): ChangeFeed {
  const changes = new Subject<Change>();
  const readings = new Subject<ToldReadings>();
  const gaps = new Subject<void>();
  let client: pg.Client | undefined;
  let heard = false;
  let closed = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  let asking: ReturnType<typeof setTimeout> | undefined;

  const lose = (lost: pg.Client, error: Error): void => {
    if (closed || client !== lost) return;
    client = undefined;
    clearTimeout(asking);
    onError(error);
    // Ending it politely would wait for a database that may be frozen.
    (lost as unknown as { connection: { stream: { destroy(): void } } }).connection.stream.destroy();
    if (heard) {
      heard = false;
      gaps.next();
    }
    again = setTimeout(() => void listen(), AGAIN_AFTER_MS);
  };
  const ask = (one: pg.Client): void => {
    asking = setTimeout(() => {
      one.query('select 1').then(
        () => ask(one),
        (error: Error) => lose(one, error),
      );
    }, ASK_EVERY_MS);
  };
  const listen = async (): Promise<void> => {
    if (closed) return;
    const one = new pg.Client({ ...connectionSettings(url), query_timeout: ANSWER_WITHIN_MS });
    client = one;
    one.on('error', (error) => lose(one, error));
    one.on('end', () => lose(one, new Error('the connection ended')));
    one.on('notification', ({ channel, payload }) => {
      const told: unknown = JSON.parse(payload ?? 'null');
      if (channel === READINGS) {
        const seen = toldReadingsSchema.safeParse(told);
        if (seen.success) readings.next(seen.data);
        return;
      }
      const change = changeSchema.safeParse(told);
      if (change.success) changes.next(change.data);
    });
    try {
      await one.connect();
      await one.query(`listen ${CHANNEL}; listen ${READINGS}`);
      heard = true;
      ask(one);
    } catch (error) {
      lose(one, error as Error);
    }
  };
  void listen();
  return {
    changes,
    readings,
    gaps,
    listening: () => heard,
    close: async () => {
      closed = true;
      clearTimeout(again);
      clearTimeout(asking);
      changes.complete();
      readings.complete();
      gaps.complete();
      await client?.end().catch(() => undefined);
    },
  };
}
