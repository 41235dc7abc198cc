import type { RequestHandler } from 'express';
import { ProblemError } from './problem-error';

/** Counts requests for all processes that share it. */
export interface SharedCount {
  /**
   * Takes some of what one client may still ask within the running minute.
   * @returns whether there was as much left, and the seconds until the next minute begins
   */
  take(client: string, points: number): Promise<{ readonly granted: boolean; readonly seconds: number }>;
}

/**
 * Holds back a client that asks too often. Counted over all processes of the program; what a foreign page sends is
 * refused before it comes here, so that it cannot use up what the owner may ask.
 * @param lotSize requests a process draws from the common count at once: one write there for that many requests
 */
export function limitRequests(count: SharedCount, lotSize: number): RequestHandler {
  const held = new Map<
    string,
    { left: number; until: number; drawing?: Promise<void> | undefined; refused: boolean }
  >();
  return async (request, _response, next) => {
    const client = request.ip ?? '';
    const now = Date.now();
    let lot = held.get(client);
    if (!lot || lot.until <= now) held.set(client, (lot = { left: 0, until: now + 60_000, refused: false }));
    while (lot.left <= 0 && !lot.refused) {
      const mine = lot;
      lot.drawing ??= count.take(client, lotSize).then(({ granted, seconds }) => {
        if (granted) mine.left += lotSize;
        else mine.refused = true;
        mine.until = Date.now() + seconds * 1000;
        mine.drawing = undefined;
      });
      await lot.drawing;
    }
    if (lot.refused) throw ProblemError.tooMany(Math.max(1, Math.ceil((lot.until - now) / 1000)));
    lot.left--;
    next();
  };
}
