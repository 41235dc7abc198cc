import { createHash } from 'node:crypto';
import pg from 'pg';

/** The role the program is served by: it owns nothing, erases nothing, and sees the rows of one workshop at a time. */
const SERVING = 'variatum_serving';
/** Processes of several databases of one server may make it at once. */
const TRIES = 20;
const AGAIN_AFTER_MS = 100;

const ROLE_MADE_MEANWHILE = new Set(['42710', '23505', 'XX000']);

/**
 * Address under which the program is served. The password follows from the owner's, so that every process finds the
 * same one and no other has to be kept.
 */
export function servingUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  const password = createHash('sha256')
    .update(`${SERVING}\0${decodeURIComponent(url.password)}`)
    .digest('hex');
  url.username = SERVING;
  url.password = password;
  return url.href;
}

async function letsIn(url: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    return true;
  } catch (error) {
    // Neither a wrong password nor a role that is not there yet; anything else is no answer to the question.
    if (!['28P01', '28000'].includes((error as pg.DatabaseError).code ?? '')) throw error;
    return false;
  } finally {
    await client.end().catch(() => undefined);
  }
}

/**
 * Makes sure that the serving role is there and may do what it must.
 * @param owner connection of the tables' owner
 * @throws Error when the owner may not make roles
 */
export async function ensureServingRole(owner: pg.Client, ownerUrl: string): Promise<void> {
  const url = servingUrl(ownerUrl);
  const { password } = new URL(url);
  for (let left = TRIES; !(await letsIn(url)); left--)
    try {
      const { rowCount } = await owner.query('select 1 from pg_roles where rolname = $1', [SERVING]);
      await owner.query(
        `${rowCount === 0 ? 'create' : 'alter'} role ${SERVING} login nosuperuser nobypassrls password '${password}'`,
      );
    } catch (error) {
      const { code = '' } = error as pg.DatabaseError;
      if (code === '42501')
        throw new Error(
          `the owner of the database may not make roles: make a role ${SERVING} that may log in, or let the ` +
            'owner make it',
        );
      if (!ROLE_MADE_MEANWHILE.has(code) || left === 0) throw error;
      await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
    }
  await owner.query(`
    grant usage on schema public to ${SERVING};
    grant select, insert, update on all tables in schema public to ${SERVING};
    grant execute on all functions in schema public to ${SERVING};
  `);
  // What is counted, and who is signed in, passes; an older program's tables may lack either.
  for (const passing of ['request_count', 'signed_in'])
    if ((await owner.query<{ found: string | null }>('select to_regclass($1) as found', [passing])).rows[0]?.found)
      await owner.query(`grant delete on ${passing} to ${SERVING}`);
}
