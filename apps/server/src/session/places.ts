import type { SignedIn } from '@variatum/contracts';
import { createHash } from 'node:crypto';
import type pg from 'pg';

/** What a session is called outside: whoever reads it cannot take it over. */
const placeId = (session: string): string => createHash('sha256').update(session).digest('base64url').slice(0, 22);

interface Row {
  readonly sid: string;
  readonly sess: { readonly signedInAt: number; readonly lastSeenAt: number; readonly browser: string };
}

async function rowsOf(pool: pg.Pool, person: string): Promise<readonly Row[]> {
  return (
    await pool.query<Row>(
      `select sid, sess from signed_in where sess ->> 'person' = $1 and expire > now() order by expire desc`,
      [person],
    )
  ).rows;
}

/** Where a person is signed in, seen last first. */
export async function placesOf(pool: pg.Pool, person: string, here: string): Promise<SignedIn[]> {
  return (await rowsOf(pool, person)).map(({ sid, sess }) => ({
    id: placeId(sid),
    here: sid === here,
    since: new Date(sess.signedInAt).toISOString(),
    lastSeen: new Date(sess.lastSeenAt).toISOString(),
    browser: sess.browser,
  }));
}

/** Ends one place where a person is signed in. @returns whether there was one */
export async function endPlace(pool: pg.Pool, person: string, place: string): Promise<boolean> {
  const found = (await rowsOf(pool, person)).find(({ sid }) => placeId(sid) === place);
  if (found) await pool.query('delete from signed_in where sid = $1', [found.sid]);
  return found !== undefined;
}

/** Ends all places of a person but one. */
export async function endOthers(pool: pg.Pool, person: string, here: string): Promise<void> {
  await pool.query(`delete from signed_in where sess ->> 'person' = $1 and sid <> $2`, [person, here]);
}

/** Whether a session still stands: a stream that was opened on it ends with it. */
export async function stands(pool: pg.Pool, session: string): Promise<boolean> {
  return ((await pool.query('select 1 from signed_in where sid = $1 and expire > now()', [session])).rowCount ?? 0) > 0;
}
