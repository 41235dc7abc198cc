import type { Reading } from '@variatum/contracts';
import { Router, type Request, type Response } from 'express';
import { filter } from 'rxjs';
import { ProblemError } from '../http/problem-error';
import { worthTelling } from '../meters/worth-telling';
import type { ChangeFeed } from './change-feed';

/** How often an idle stream says that it is alive, so that nothing between closes it and nobody takes it for dead. */
const HEARTBEAT_MS = 15_000;
/** Streams of one process; a browser needs one, however many pages it shows. */
const MOST_STREAMS = 200;
/** What may wait for a reader that does not read; then it must come again and read everything anew. */
const MOST_WAITING_BYTES = 256 * 1024;

/**
 * So much may wait for a reader before readings are held back: of each meter only what must not be passed over is then
 * kept for it.
 */
const HOLD_READINGS_FROM_BYTES = 16 * 1024;

/** Who reads a stream. */
export interface Reader {
  readonly workshop: string;
  /** Whether they may still. */
  stillMay(): Promise<boolean>;
}

/** Routes of the stream, and how many listen. */
export interface LiveRoutes {
  readonly router: Router;
  streams(): number;
}

/**
 * Live changes as server-sent events: `GET /events`. Each event is one change: kind, id, job and version; an event
 * named `readings` carries what meters show. A stream ends when a change may have been missed: whoever opens it again
 * reads anew what it shows.
 */
export function liveRoutes(
  feed: ChangeFeed,
  readerOf: (request: Request) => Promise<Reader>,
  mostStreams = MOST_STREAMS,
): LiveRoutes {
  const router = Router();
  const streams = new Set<Response>();
  feed.gaps.subscribe(() => {
    for (const stream of streams) stream.end();
  });
  router.get('/events', async (request, response) => {
    const { workshop, stillMay } = await readerOf(request);
    if (!feed.listening())
      throw ProblemError.unavailable('No changes are heard of just now', 'The database does not answer; ask again.');
    if (streams.size >= mostStreams)
      throw ProblemError.unavailable('Too many streams', `${streams.size} pages listen already; ask again.`, {
        seconds: 10,
      });
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      'X-Accel-Buffering': 'no',
    });
    if (request.method === 'HEAD') {
      response.end();
      return;
    }
    streams.add(response);
    const write = (text: string): void => {
      response.write(text);
      if (response.writableLength > MOST_WAITING_BYTES) response.destroy();
    };
    write('retry: 1000\n\n');
    const heartbeat = setInterval(() => {
      write('event: alive\ndata:\n\n');
      // Who has been signed out meanwhile hears no more.
      void stillMay().then(
        (may) => may || response.end(),
        () => undefined,
      );
    }, HEARTBEAT_MS);
    const subscription = feed.changes.pipe(filter((change) => change.workshop === workshop)).subscribe({
      next: (change) => write(`data: ${JSON.stringify(change)}\n\n`),
      // The process is stopping: let the stream go, or it would keep the server from closing.
      complete: () => void response.end(),
    });
    // Readings pass: a reader that is slow sees fewer of them, and none late.
    const held = new Map<string, readonly Reading[]>();
    const tell = (): void => {
      if (held.size === 0 || response.writableLength > HOLD_READINGS_FROM_BYTES) return;
      write(`event: readings\ndata: ${JSON.stringify([...held.values()].flat())}\n\n`);
      held.clear();
    };
    const seen = feed.readings.pipe(filter((told) => told.workshop === workshop)).subscribe(({ readings }) => {
      for (const reading of readings)
        held.set(reading.meter, worthTelling([...(held.get(reading.meter) ?? []), reading]));
      tell();
    });
    response.on('drain', tell);
    response.on('close', () => {
      streams.delete(response);
      clearInterval(heartbeat);
      subscription.unsubscribe();
      seen.unsubscribe();
    });
  });
  return { router, streams: () => streams.size };
}
