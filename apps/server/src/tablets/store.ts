import type { Role, Session, Tablet } from '@variatum/contracts';
import { and, eq, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import type pg from 'pg';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { membershipOf } from '../people/store';
import { orNotFound, type Scope } from '../store';

/** So often a number may be given wrong in a row; then the password must be given once, anywhere. */
export const MOST_PIN_FAILURES = 5;

const tokenHash = (token: string): string => createHash('sha256').update(token).digest('base64url');

type Row = typeof tables.tablet.$inferSelect;
const read = ({ id, name, createdAt, endedAt }: Row, here: string | null): Tablet => ({
  id,
  name,
  since: createdAt.toISOString(),
  endedAt: endedAt?.toISOString() ?? null,
  here: id === here,
});

/** A tablet as its browser shows itself. */
export interface KnownTablet {
  readonly id: string;
  readonly workshop: string;
  readonly name: string;
}

/** The tablet that has a token; undefined for none, or one that was ended. */
export async function tabletOf(pool: pg.Pool, token: string): Promise<KnownTablet | undefined> {
  return (await pool.query<KnownTablet>('select id, workshop, name from tablet_of($1)', [tokenHash(token)])).rows[0];
}

/** Makes a tablet. @returns it, and the token its browser keeps */
export async function enrolTablet(
  { database, workshop }: Scope,
  name: string,
): Promise<{ readonly tablet: Tablet; readonly token: string }> {
  const [id, token] = [uuid(), randomBytes(32).toString('base64url')];
  const [row] = await database
    .insert(tables.tablet)
    .values({ id, workshopId: workshop, name, tokenHash: tokenHash(token) })
    .returning();
  return { tablet: read(orNotFound('tablet', row), id), token };
}

/** Tablets of a workshop, those that were ended last. */
export async function listTablets({ database, workshop }: Scope, here: string | null): Promise<Tablet[]> {
  const rows = await database
    .select()
    .from(tables.tablet)
    .where(eq(tables.tablet.workshopId, workshop))
    .orderBy(sql`${tables.tablet.endedAt} is not null`, tables.tablet.name, tables.tablet.id);
  return rows.map((row) => read(row, here));
}

/**
 * Ends a tablet: whoever is signed in on it is signed out, and no number is taken there any more.
 * @throws ProblemError 404
 */
export async function endTablet(context: RequestContext, id: string, here: string | null): Promise<Tablet> {
  return context.transaction(async ({ database, workshop }) => {
    const [row] = await database
      .update(tables.tablet)
      .set({ endedAt: new Date(), updatedAt: new Date(), version: sql`${tables.tablet.version} + 1` })
      .where(and(eq(tables.tablet.workshopId, workshop), eq(tables.tablet.id, id)))
      .returning();
    const tablet = read(orNotFound('tablet', row), here);
    await database.execute(sql`delete from signed_in where sess ->> 'tablet' = ${id}`);
    return tablet;
  });
}

/** People of a workshop who have a number. */
export async function peopleWithPin({ database, workshop }: Scope): Promise<NonNullable<Session['tablet']>['people']> {
  return database
    .select({ person: tables.person.id, name: tables.person.name })
    .from(tables.membership)
    .innerJoin(tables.person, eq(tables.person.id, tables.membership.personId))
    .where(
      and(
        eq(tables.membership.workshopId, workshop),
        isNull(tables.membership.leftAt),
        isNotNull(tables.membership.pinHash),
      ),
    )
    .orderBy(tables.person.name, tables.person.id);
}

/** Sets a person's number. */
export async function setPin(scope: Scope, person: string, pinHash: string): Promise<void> {
  await scope.database.update(tables.membership).set({ pinHash, pinFailures: 0 }).where(membershipOf(scope, person));
}

/** Lets a person's number be given again, after they have given their password. */
export async function unlockPin(scope: Scope, person: string): Promise<void> {
  await scope.database.update(tables.membership).set({ pinFailures: 0 }).where(membershipOf(scope, person));
}

/** What a number is compared with. */
export interface PinAttempt {
  readonly pinHash: string | null;
  readonly role: Role;
  readonly name: string;
}

/**
 * Counts an attempt before it is looked at, so that many at once are as many.
 * @returns what the number is compared with; undefined when there were too many in a row, or nobody here has one
 */
export async function countPinAttempt(scope: Scope, person: string): Promise<PinAttempt | undefined> {
  const [row] = await scope.database
    .update(tables.membership)
    .set({ pinFailures: sql`${tables.membership.pinFailures} + 1` })
    .where(
      and(
        membershipOf(scope, person),
        isNotNull(tables.membership.pinHash),
        lt(tables.membership.pinFailures, MOST_PIN_FAILURES),
      ),
    )
    .returning({ pinHash: tables.membership.pinHash, role: tables.membership.role });
  if (!row) return undefined;
  const [who] = await scope.database
    .select({ name: tables.person.name })
    .from(tables.person)
    .where(eq(tables.person.id, person));
  return { ...row, name: who?.name ?? '' };
}
