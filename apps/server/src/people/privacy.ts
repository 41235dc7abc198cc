import type { Member, PersonExport } from '@variatum/contracts';
import { and, eq, sql } from 'drizzle-orm';
import type pg from 'pg';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { placesOf } from '../session/places';
import { orNotFound } from '../store';
import { letGo, memberOf } from './store';

/** Tables whose rows say who made them, and where each says which job it belongs to. */
const MADE = [
  ['job', 'id'],
  ['piece', 'job_id'],
  ['joint', 'job_id'],
  ['photo', 'job_id'],
  ['decision', 'job_id'],
  ['preparation_tick', 'job_id'],
  ['weld_entry', 'job_id'],
  ['job_record', 'job_id'],
  ['meter', 'null::uuid'],
  ['field_test', '(select job_id from piece where piece.id = field_test.piece_id)'],
] as const;

/**
 * All that a workshop holds of a person: who they are to it, where they are signed in, and what they made.
 * @throws ProblemError 404
 */
export async function exportPerson(context: RequestContext, pool: pg.Pool, person: string): Promise<PersonExport> {
  const { database, workshop } = context;
  const [found] = await database
    .select({ person: tables.person, membership: tables.membership })
    .from(tables.membership)
    .innerJoin(tables.person, eq(tables.person.id, tables.membership.personId))
    .where(and(eq(tables.membership.workshopId, workshop), eq(tables.membership.personId, person)));
  const { person: who, membership } = orNotFound('person', found);
  const made = sql.join(
    MADE.map(
      ([table, job]) =>
        sql`select ${table}::text as kind, id, created_at as at, ${sql.raw(job)} as job from ${sql.identifier(table)}
          where made_by = ${person} and workshop_id = ${workshop}`,
    ),
    sql` union all `,
  );
  const { rows } = await database.execute<{ kind: string; id: string; at: Date | string; job: string | null }>(
    sql`select m.kind, m.id, m.at, job.title as job from (${made}) m left join job on job.id = m.job
      order by m.at, m.id`,
  );
  const left = membership.leftAt !== null;
  return {
    exportedAt: new Date().toISOString(),
    person: {
      id: who.id,
      name: membership.pseudonym ?? who.name,
      signInName: left ? null : who.signInName,
      since: who.createdAt.toISOString(),
    },
    membership: {
      role: membership.role,
      since: membership.createdAt.toISOString(),
      leftAt: membership.leftAt?.toISOString() ?? null,
      hasPin: membership.pinHash !== null,
    },
    places: left ? [] : (await placesOf(pool, person, '')).map(({ here: _here, ...place }) => place),
    made: rows.map(({ kind, id, at, job }) => ({ kind, id, at: new Date(at).toISOString(), job })),
  };
}

/**
 * Lets somebody go and erases who they were: their name, sign-in name, password and number. What they did stays, under
 * a pseudonym. Who belongs to another workshop too is erased in this one, and altogether when the last one does the
 * same.
 * @throws ProblemError 404, 409
 */
export async function erasePerson(context: RequestContext, person: string): Promise<Member> {
  const { leftAt } = await memberOf(context, person);
  await letGo(context, person, true, leftAt !== null);
  await context.database.execute(sql`select erase_person(${person})`);
  return memberOf(context, person);
}
