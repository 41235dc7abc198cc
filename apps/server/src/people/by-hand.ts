import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { codeHash, newCode } from './code';

/** A code made on the machine holds so long, ms: an hour. */
const HOLDS_MS = 3600 * 1000;

/**
 * A code with which somebody sets a new password, whoever they are and whatever workshops they belong to: for an owner
 * who has lost theirs. Only whoever has the database's own password can make it.
 * @param ownerUrl address of the database as its owner
 * @returns the code; null when nobody signs in with that name
 */
export async function codeByHand(ownerUrl: string, signInName: string): Promise<string | null> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query<{ id: string; name: string; workshop: string; role: string }>(
      `select p.id, p.name, m.workshop_id as workshop, m.role from person p join membership m on m.person_id = p.id
       where lower(p.sign_in_name) = lower($1) and m.left_at is null order by m.role = 'owner' desc, m.created_at
         limit 1`,
      [signInName],
    );
    const [found] = rows;
    if (!found) return null;
    const code = newCode();
    await owner.query(
      'insert into invitation (id, workshop_id, name, role, person_id, code_hash, expires_at, by_machine) values ' +
        '($1, $2, $3, $4, $5, $6, $7, true)',
      [uuid(), found.workshop, found.name, found.role, found.id, codeHash(code), new Date(Date.now() + HOLDS_MS)],
    );
    return code;
  } finally {
    await owner.end();
  }
}
