import { Injectable } from '@angular/core';
import type { Change, Reading } from '@variatum/contracts';
import { filter, map, mergeMap, Observable, share } from 'rxjs';
import { readChange } from './read-change';
import { requestTo } from './request-to';

/** What the pages of one browser tell each other of the one stream they share. */
type Told =
  | { readonly kind: 'change'; readonly text: string }
  | { readonly kind: 'readings'; readonly text: string }
  | { readonly kind: 'opened' }
  | { readonly kind: 'alive' };

type Heard = 'opened' | { readonly change: Change } | { readonly readings: readonly Reading[] };

/** Readings as the stream tells them; none where it tells none. */
function readReadings(text: string): readonly Reading[] {
  try {
    const told: unknown = JSON.parse(text);
    return Array.isArray(told) ? (told as readonly Reading[]) : [];
  } catch {
    return [];
  }
}

const NAME = 'variatum live';
// Past the service worker: a stream is nothing to keep.
const ADDRESS = `${requestTo('GET /events').url}?ngsw-bypass=true`;
/** Pause before a stream that was refused is asked for again, ms. */
const AGAIN_AFTER_MS = 1500;
/** A page that holds the stream and has been put to sleep tells nothing any more; another one then takes its place. */
const SILENT_AFTER_MS = 50_000;
const LOOK_EVERY_MS = 10_000;

/**
 * Changes other browsers make, as the server tells them. All pages of a browser share one stream, since a browser opens
 * only a handful of connections to one server: the page that holds a lock listens and passes on what it hears.
 */
@Injectable({ providedIn: 'root' })
export class LiveService {
  private readonly events: Observable<Heard> = new Observable<Heard>((subscriber) => {
    // Some test environments know no such stream; without it a page shows what it read.
    if (typeof EventSource === 'undefined') return undefined;
    return sharedStream((told) => {
      if (told.kind === 'opened') subscriber.next('opened');
      else if (told.kind === 'readings') subscriber.next({ readings: readReadings(told.text) });
      else if (told.kind === 'change') {
        const change = readChange(told.text);
        if (change) subscriber.next({ change });
      }
    });
  }).pipe(share());

  readonly changes: Observable<Change> = this.events.pipe(
    mergeMap((event) => (event !== 'opened' && 'change' in event ? [event.change] : [])),
  );
  /** What meters show, as it comes in. */
  readonly readings: Observable<readonly Reading[]> = this.events.pipe(
    mergeMap((event) => (event !== 'opened' && 'readings' in event ? [event.readings] : [])),
  );
  /** The stream stands, for the first time or again: what changed before that was not told. */
  readonly opened: Observable<void> = this.events.pipe(
    filter((event) => event === 'opened'),
    map(() => undefined),
  );
}

/** Listens by a stream of its own until told to stop. */
function ownStream(tell: (told: Told) => void): () => void {
  let source: EventSource | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = (): void => {
    source = new EventSource(ADDRESS);
    source.onopen = () => tell({ kind: 'opened' });
    source.onmessage = ({ data }: MessageEvent<string>) => tell({ kind: 'change', text: data });
    source.addEventListener('readings', ({ data }: MessageEvent<string>) => tell({ kind: 'readings', text: data }));
    source.addEventListener('alive', () => tell({ kind: 'alive' }));
    source.onerror = () => {
      // A broken stream is opened anew by the browser; one that was refused is not.
      if (source?.readyState !== EventSource.CLOSED) return;
      again = setTimeout(open, AGAIN_AFTER_MS);
    };
  };
  open();
  return () => {
    clearTimeout(again);
    source?.close();
  };
}

/** Listens by the one stream of this browser until told to stop. */
function sharedStream(tell: (told: Told) => void): () => void {
  const { locks } = navigator;
  // Without locks, as on a page that is not secure, pages cannot agree: each listens by itself.
  if (!(locks as LockManager | undefined) || typeof BroadcastChannel === 'undefined') return ownStream(tell);
  const channel = new BroadcastChannel(NAME);
  const stopped = new AbortController();
  let heard = Date.now();
  let stop: (() => void) | undefined;
  const hear = (told: Told): void => {
    heard = Date.now();
    tell(told);
  };
  channel.onmessage = ({ data }: MessageEvent<Told>) => hear(data);

  const hold = (): Promise<void> =>
    new Promise((resolve) => {
      const end = ownStream((told) => {
        hear(told);
        channel.postMessage(told);
      });
      stop = () => {
        stop = undefined;
        end();
        resolve();
      };
    });
  const ask = (options: LockOptions): void => {
    locks.request(NAME, options, hold).catch(() => {
      if (stopped.signal.aborted) return;
      // Another page took the stream over while this one slept: it stands in line again.
      stop?.();
      heard = Date.now();
      ask({ signal: stopped.signal });
    });
  };
  ask({ signal: stopped.signal });
  const look = setInterval(() => {
    if (stop || document.visibilityState !== 'visible' || Date.now() - heard < SILENT_AFTER_MS) return;
    heard = Date.now();
    ask({ steal: true });
  }, LOOK_EVERY_MS);
  return () => {
    clearInterval(look);
    stopped.abort();
    stop?.();
    channel.close();
  };
}
