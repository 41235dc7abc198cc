import type { Meter, Reading } from '@variatum/contracts';
import { sql, type SQL } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database, OpenDatabase } from '../database';
import { loggable } from '../http/error-handler';
import { isWorthKeeping, type LastKept } from './thinning';
import type { LineReading } from './read-line';
import type { KeyedMeter } from './store';
import { worthTelling } from './worth-telling';

/** The key something was sent under has ended: nothing of it counts. */
export class EndedKeyError extends Error {}

/** Takes readings in: tells them to every process at once, and keeps those that say something new. */
export interface ReadingHub {
  /**
   * @returns when it was told and kept, or refused by the database
   * @throws EndedKeyError where its key has ended meanwhile
   */
  take(workshop: string, from: KeyedMeter, reading: LineReading): Promise<void>;
}

/** Readings are told and kept together, so often, ms: below what an eye takes for late. */
const EVERY_MS = 200;
/** A notice of the database carries less than 8000 bytes. */
const MOST_NOTICE_BYTES = 7000;

interface Waiting {
  readonly meter: Meter;
  readonly keyHash: string;
  readonly reading: LineReading;
  readonly keep: boolean;
  readonly done: () => void;
  readonly failed: (error: Error) => void;
}

const toldOf = ({ meter, reading }: Waiting): Reading => ({
  meter: meter.id,
  at: reading.at.toISOString(),
  value: reading.value,
  ...(reading.composition ? { composition: reading.composition } : {}),
});

/** Readings in as many notices as their size asks for. */
function notices(workshop: string, readings: readonly Reading[]): readonly string[] {
  const texts: string[] = [];
  let part: Reading[] = [];
  let bytes = 0;
  const close = (): void => {
    if (part.length > 0) texts.push(JSON.stringify({ workshop, readings: part }));
    [part, bytes] = [[], 0];
  };
  for (const one of readings) {
    const size = Buffer.byteLength(JSON.stringify(one)) + 1;
    if (bytes + size > MOST_NOTICE_BYTES) close();
    part.push(one);
    bytes += size;
  }
  close();
  return texts;
}

/** Meters readings came from, each once, as a statement lists them. */
const metersOf = (list: readonly Waiting[]): SQL =>
  sql.join(
    [...new Set(list.map(({ meter }) => meter.id))].map((id) => sql`${id}::uuid`),
    sql`, `,
  );

/**
 * Opens a hub of this process. What it holds is a fifth of a second of readings, and what it kept last of each meter.
 */
export function openReadingHub(open: OpenDatabase, logger: Logger): ReadingHub {
  const waiting = new Map<string, Waiting[]>();
  const kept = new Map<string, LastKept>();
  let timer: ReturnType<typeof setTimeout> | undefined;

  /**
   * Those whose key still opens, and those whose key has ended since they were sent. The meters are held, always in
   * the same order, as they are when they are written to: two who only looked together would wait for each other.
   */
  const parted = async (database: Database, list: readonly Waiting[]) => {
    const { rows } = await database.execute<{ id: string; key: string }>(
      sql`select id, key_hash as key from meter where id in (${metersOf(list)}) and withdrawn_at is null
        order by id for no key update`,
    );
    const keys = new Map(rows.map(({ id, key }) => [id, key]));
    const opens = ({ meter, keyHash }: Waiting): boolean => keys.get(meter.id) === keyHash;
    return { good: list.filter(opens), ended: list.filter((one) => !opens(one)) };
  };

  /** @returns those whose key has ended */
  const flushOne = (workshop: string, all: readonly Waiting[]): Promise<readonly Waiting[]> =>
    open.transaction(workshop, null, async (database) => {
      const { good: list, ended } = await parted(database, all);
      if (list.length === 0) return ended;
      const keep = list.filter((one) => one.keep);
      if (keep.length > 0) {
        const rows = keep.map(({ meter, reading: { at, value, composition } }) => {
          const [moment, shares] = [at.toISOString(), composition ? JSON.stringify(composition) : null];
          return sql`(${meter.id}::uuid, ${moment}::timestamptz, ${value}::double precision, ${shares}::jsonb)`;
        });
        // Where it looks is asked anew: a meter is moved while its request stands.
        await database.execute(sql`
          insert into reading (workshop_id, meter_id, at, value, composition, job_id, joint_id, place)
          select ${workshop}::uuid, meter.id, seen.at, seen.value, seen.composition,
            (meter.use ->> 'job')::uuid, (meter.use ->> 'joint')::uuid, meter.use ->> 'place'
          from (values ${sql.join(rows, sql`, `)}) as seen (meter, at, value, composition)
            join meter on meter.id = seen.meter on conflict do nothing`);
        await database.execute(
          sql`update meter set heard_at = now() where id in (${metersOf(list)})
            and (heard_at is null or heard_at < now() - interval '10 seconds')`,
        );
      }
      // Nobody sees five a second apart: what is told of each meter is what must not be passed over.
      const byMeter = new Map<string, Reading[]>();
      for (const one of list) byMeter.set(one.meter.id, [...(byMeter.get(one.meter.id) ?? []), toldOf(one)]);
      for (const text of notices(workshop, [...byMeter.values()].flatMap(worthTelling)))
        await database.execute(sql`select pg_notify('variatum_reading', ${text})`);
      return ended;
    });
  const flush = async (): Promise<void> => {
    timer = undefined;
    const all = [...waiting.entries()];
    waiting.clear();
    await Promise.all(
      all.map(async ([workshop, list]) => {
        try {
          const ended = new Set(await flushOne(workshop, list));
          for (const one of list)
            if (ended.has(one)) one.failed(new EndedKeyError('the key has ended'));
            else one.done();
        } catch (error) {
          logger.warn({ failure: loggable(error as Error) }, 'readings were not kept; their senders are told');
          // What was to be kept was not: the next one is.
          for (const { meter } of list) kept.delete(meter.id);
          for (const { failed } of list) failed(error as Error);
        }
      }),
    );
  };
  return {
    take: (workshop, { meter, keyHash }, reading) =>
      new Promise((done, failed) => {
        const seen = { atMs: reading.at.getTime(), value: reading.value };
        const keep = reading.composition !== undefined || isWorthKeeping(meter.kind, kept.get(meter.id), seen);
        if (keep) kept.set(meter.id, seen);
        const list = waiting.get(workshop) ?? [];
        list.push({ meter, keyHash, reading, keep, done, failed });
        waiting.set(workshop, list);
        timer ??= setTimeout(() => void flush(), EVERY_MS);
      }),
  };
}
