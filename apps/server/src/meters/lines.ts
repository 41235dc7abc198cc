import type { TakenLines } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { Router, type Request } from 'express';
import type { OpenDatabase } from '../database';
import { ProblemError } from '../http/problem-error';
import { EndedKeyError, type ReadingHub } from './hub';
import { readLine } from './read-line';
import { meterWithSecret, readKey } from './store';

/** A line is short; what is longer is none, characters. */
const LONGEST_LINE = 4000;
/** A request is held open so long at most, ms: then it is answered, and the sender opens another under its key. */
const HELD_MS = 60_000;
/** Whether the key of a meter that says nothing still opens is looked at so often, ms. */
const LOOK_EVERY_MS = 2000;
/** Readings that may be on their way to the database at once: a sender that is quicker is held back. */
const MOST_ON_THEIR_WAY = 200;

/**
 * Lines of a request as they come, until it ends or `until` says so.
 * @throws ProblemError 413 for one without an end
 */
async function* linesOf(request: Request, until: Promise<unknown>): AsyncGenerator<string> {
  let rest = '';
  request.setEncoding('utf8');
  // What is not read on is answered all the same: its connection must outlive the reading.
  const chunks = (request.iterator({ destroyOnReturn: false }) as AsyncIterable<string>)[Symbol.asyncIterator]();
  const over = until.then(() => null);
  for (;;) {
    // A meter may say nothing for long: it is not waited for beyond its time.
    const next = await Promise.race([chunks.next(), over]);
    if (next === null) return;
    if (next.done === true) break;
    rest += next.value;
    let end: number;
    while ((end = rest.indexOf('\n')) >= 0) {
      const line = rest.slice(0, end).trim();
      rest = rest.slice(end + 1);
      if (line !== '') yield line;
    }
    if (rest.length > LONGEST_LINE) throw ProblemError.tooLarge('A line is at most 4000 characters.');
  }
  if (rest.trim() !== '') yield rest.trim();
}

/** Words for what is wrong with a line. */
const wordsOf = ({ errors }: InputError): string =>
  errors.map(({ path, message }) => (path.length > 0 ? `${path.join('.')}: ${message}` : message)).join('; ');

/**
 * Route of `POST /meters/lines`: readings of a meter as newline-delimited JSON, under its key, taken as they come. The
 * answer says how many were taken; one that is lost on the way is sent again without harm, since a meter shows one
 * thing at a moment.
 */
export function meterLines(open: OpenDatabase, hub: ReadingHub): Router {
  const router = Router();
  router.post('/meters/lines', async (request, response) => {
    const key = readKey(/^Bearer (.+)$/.exec(request.get('authorization') ?? '')?.[1] ?? '');
    const scope = key && { database: open.of(key.workshop), workshop: key.workshop };
    const keyed = key && scope && (await meterWithSecret(scope, key.meter, key.secret));
    if (!key || !keyed) throw ProblemError.unknownMeter();
    const tally = { taken: 0, refused: 0, last: undefined as string | undefined };
    const onTheirWay = new Set<Promise<void>>();
    let lost: Error | undefined;
    let stop = (): void => undefined;
    const stopped = new Promise<void>((resolve) => (stop = resolve));
    const lose = (error: unknown): void => {
      lost ??= error as Error;
      stop();
    };
    const held = setTimeout(stop, HELD_MS);
    // A key that ended is no key any more, also for a request that stands already.
    const look = setInterval(() => {
      meterWithSecret(scope!, key.meter, key.secret).then(
        (still) => still ?? lose(new EndedKeyError('the key has ended')),
        () => undefined,
      );
    }, LOOK_EVERY_MS);
    try {
      for await (const line of linesOf(request, stopped)) {
        try {
          const taken = hub.take(key.workshop, keyed, readLine(keyed.meter.kind, line, Date.now()));
          tally.taken++;
          const settled: Promise<void> = taken.catch(lose).finally(() => onTheirWay.delete(settled));
          onTheirWay.add(settled);
          // Not read on until there is room: the sender's own connection then holds it back.
          while (onTheirWay.size >= MOST_ON_THEIR_WAY) await Promise.race(onTheirWay);
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
          tally.refused++;
          tally.last = wordsOf(error);
        }
      }
      await Promise.all(onTheirWay);
    } finally {
      clearTimeout(held);
      clearInterval(look);
    }
    if (!request.readableEnded) response.setHeader('Connection', 'close');
    if (lost instanceof EndedKeyError) throw ProblemError.unknownMeter();
    if (lost) throw lost as Error;
    const { last, ...counts } = tally;
    response.json({ ...counts, ...(last === undefined ? {} : { last }) } satisfies TakenLines);
  });
  return router;
}
