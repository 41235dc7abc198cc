import connectPgSimple from 'connect-pg-simple';
import type { RequestHandler } from 'express';
import session, { type SessionData } from 'express-session';
import { createHash } from 'node:crypto';
import type pg from 'pg';

declare module 'express-session' {
  interface SessionData {
    /** Who is signed in, and to which workshop. */
    person: string;
    name: string;
    workshop: string;
    role: string;
    /** When they signed in and were last seen, ms since 1970, and what the browser called itself. */
    signedInAt: number;
    lastSeenAt: number;
    browser: string;
  }
}

/** An idle session ends after twelve hours, any after a week, ms. */
const IDLE_MS = 12 * 3600 * 1000;
export const LONGEST_MS = 7 * 24 * 3600 * 1000;
/** Being seen is written down at most so often, ms: reading must not become writing. */
const SEEN_EVERY_MS = 60_000;

export const COOKIE = 'variatum';

/** Key the cookies of a database are signed with: it follows from the owner's password, so that every process finds the same. */
export const cookieKey = (ownerUrl: string): string =>
  createHash('sha256')
    .update(`variatum cookies\0${decodeURIComponent(new URL(ownerUrl).password)}`)
    .digest('hex');

/** Keeps in the database who is signed in. */
export function sessions(pool: pg.Pool, key: string): RequestHandler {
  const Store = connectPgSimple(session);
  class SeldomTouched extends Store {
    /** Only what is still there is touched: one that was ended meanwhile stays ended. */
    override touch(id: string, data: SessionData, done?: () => void): void {
      const now = Date.now();
      if (now - (data.lastSeenAt ?? 0) < SEEN_EVERY_MS) {
        done?.();
        return;
      }
      const seen = pool.query(
        `update signed_in set expire = to_timestamp($2), sess = jsonb_set(sess::jsonb, '{lastSeenAt}', to_jsonb($3::bigint))::json where sid = $1`,
        [id, (now + IDLE_MS) / 1000, now],
      );
      void seen.catch(() => undefined).then(() => done?.());
    }
  }
  return session({
    name: COOKIE,
    secret: key,
    store: new SeldomTouched({ pool, tableName: 'signed_in', createTableIfMissing: false, pruneSessionInterval: 3600 }),
    resave: false,
    saveUninitialized: false,
    rolling: true,
    unset: 'destroy',
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', path: '/', maxAge: IDLE_MS },
  });
}
