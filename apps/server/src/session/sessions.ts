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
    /** Tablet they signed in at, and whether by their short number. */
    tablet: string | null;
    byPin: boolean;
    /** When they signed in and were last seen, ms since 1970, and what the browser called itself. */
    signedInAt: number;
    lastSeenAt: number;
    browser: string;
  }
}

/** An idle session ends after twelve hours, any after a week, ms. */
const IDLE_MS = 12 * 3600 * 1000;
/** At a tablet, which others take up next, an idle one ends sooner: one tap and a number bring it back. */
const TABLET_IDLE_MS = 30 * 60 * 1000;
const LONGEST_MS = 7 * 24 * 3600 * 1000;
/** Being seen is written down at most so often, ms: reading must not become writing. */
const SEEN_EVERY_MS = 60_000;

/** Name of the cookie; with encryption one that no page of a neighbouring name can set (`__Host-`, RFC 6265bis). */
export const cookieName = (secure: boolean): string => (secure ? '__Host-variatum' : 'variatum');

/** Whether a session has not ended by itself. @param now ms since 1970 */
export const holdsOn = (
  { signedInAt = 0, lastSeenAt = 0, tablet = null }: Partial<SessionData>,
  now: number,
): boolean => now - signedInAt < LONGEST_MS && now - lastSeenAt < (tablet === null ? IDLE_MS : TABLET_IDLE_MS);

/**
 * Key the cookies of a database are signed with: it follows from the owner's password, so that every process finds the
 * same.
 */
export const cookieKey = (ownerUrl: string): string =>
  createHash('sha256')
    .update(`variatum cookies\0${decodeURIComponent(new URL(ownerUrl).password)}`)
    .digest('hex');

/** Keeps in the database who is signed in. */
export function sessions(pool: pg.Pool, key: string): RequestHandler {
  const Store = connectPgSimple(session);
  class SeldomTouched extends Store {
    /** It ends when it is idle, however long the browser keeps its cookie. */
    override set(id: string, data: SessionData, done?: (error?: unknown) => void): void {
      const idle = { expires: new Date(Date.now() + IDLE_MS) };
      const cookie = Object.assign(new session.Cookie(), data.cookie, idle);
      super.set(id, { ...data, cookie }, done);
    }
    /** Only what is still there is touched: one that was ended meanwhile stays ended. */
    override touch(id: string, data: SessionData, done?: () => void): void {
      const now = Date.now();
      if (now - (data.lastSeenAt ?? 0) < SEEN_EVERY_MS) {
        done?.();
        return;
      }
      const seen = pool.query(
        "update signed_in set expire = to_timestamp($2), sess = jsonb_set(sess::jsonb, '{lastSeenAt}', " +
          'to_jsonb($3::bigint))::json where sid = $1',
        [id, (now + IDLE_MS) / 1000, now],
      );
      void seen.catch(() => undefined).then(() => done?.());
    }
  }
  // Each with a store of its own: a store makes new sessions as the last one said that was given it.
  const kept = (secure: boolean): RequestHandler =>
    session({
      name: cookieName(secure),
      secret: key,
      store: new SeldomTouched({
        pool,
        tableName: 'signed_in',
        createTableIfMissing: false,
        // The table is one: it is cleared of what has ended once.
        pruneSessionInterval: secure ? false : 3600,
      }),
      resave: false,
      saveUninitialized: false,
      // Only signing in hands out a cookie: an answer that was on its way meanwhile would put the ended one in its
      // place. Idleness is counted here, not by the browser.
      rolling: false,
      unset: 'destroy',
      cookie: { httpOnly: true, sameSite: 'strict', secure, path: '/', maxAge: LONGEST_MS },
    });
  const [plain, encrypted] = [kept(false), kept(true)];
  return (request, response, next) => (request.secure ? encrypted : plain)(request, response, next);
}
