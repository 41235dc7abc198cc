import type { TakenLines } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import { Router, type Request } from 'express';
import type { OpenDatabase } from '../database';
import { ProblemError } from '../http/problem-error';
import type { ReadingHub } from './hub';
import { readLine } from './read-line';
import { meterWithSecret, readKey } from './store';

/** A line is short; what is longer is none, characters. */
const LONGEST_LINE = 4000;
/** A request is held open so long at most, ms: then it is answered, and the sender opens another under its key. */
const HELD_MS = 60_000;
/** Readings that may be on their way to the database at once: a sender that is quicker is held back. */
const MOST_ON_THEIR_WAY = 200;

/** Lines of a request as they come. @throws ProblemError 413 for one without an end */
async function* linesOf(request: Request, until: () => boolean): AsyncGenerator<string> {
  let rest = '';
  request.setEncoding('utf8');
  // What is not read on is answered all the same: its connection must outlive the reading.
  for await (const chunk of request.iterator({ destroyOnReturn: false }) as AsyncIterable<string>) {
    rest += chunk;
    let end: number;
    while ((end = rest.indexOf('\n')) >= 0) {
      const line = rest.slice(0, end).trim();
      rest = rest.slice(end + 1);
      if (line !== '') yield line;
    }
    if (rest.length > LONGEST_LINE) throw ProblemError.tooLarge('A line is at most 4000 characters.');
    if (until()) return;
  }
  if (rest.trim() !== '') yield rest.trim();
}

/** Words for what is wrong with a line. */
const wordsOf = ({ errors }: InputError): string => errors.map(({ path, message }) => (path.length > 0 ? `${path.join('.')}: ${message}` : message)).join('; '); // prettier-ignore

/**
 * Route of `POST /meters/lines`: readings of a meter as newline-delimited JSON, under its key, taken as they come. The answer says
 * how many were taken; one that is lost on the way is sent again without harm, since a meter shows one thing at a moment.
 */
export function meterLines(open: OpenDatabase, hub: ReadingHub): Router {
  const router = Router();
  router.post('/meters/lines', async (request, response) => {
    const key = readKey(/^Bearer (.+)$/.exec(request.get('authorization') ?? '')?.[1] ?? '');
    const scope = key && { database: open.of(key.workshop), workshop: key.workshop };
    const meter = key && scope && (await meterWithSecret(scope, key.meter, key.secret));
    if (!key || !meter) throw ProblemError.unknownMeter();
    const began = Date.now();
    const tally = { taken: 0, refused: 0, last: undefined as string | undefined };
    const onTheirWay = new Set<Promise<void>>();
    let lost: Error | undefined;
    for await (const line of linesOf(request, () => Date.now() - began > HELD_MS || lost !== undefined)) {
      try {
        const taken = hub.take(key.workshop, meter, readLine(meter.kind, line, Date.now()));
        tally.taken++;
        const settled: Promise<void> = taken
          .catch((error: unknown) => void (lost = error as Error))
          .finally(() => onTheirWay.delete(settled));
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
    if (lost) throw lost;
    if (!request.readableEnded) response.setHeader('Connection', 'close');
    const { last, ...counts } = tally;
    response.json({ ...counts, ...(last === undefined ? {} : { last }) } satisfies TakenLines);
  });
  return router;
}
